import type { Units } from "../format";
import { useLayoutEffect } from "react";
import type { Deeds } from "./context";
import type { Project } from "../api/types.gen";
import { nearestStud, supportOf, type Selection } from "../model/find";
import { moveSupport, nudge } from "../model/move";

interface Doing {
  design: Project;
  selection: Selection | null;
  deeds: Deeds;
  undo: () => void;
  redo: () => void;
  /** Goes to the n-th stage, from 0; false where there is none. */
  stage: (n: number) => boolean;
  weakest: () => void;
}

const ARROWS: Record<string, [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
};

/** The keys of the bench, wherever the focus is but in a field or a sheet. */
export function useKeys(d: Doing) {
  useLayoutEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      const at = e.target as HTMLElement;
      if (at.closest("input, select, textarea, [role=dialog], [role=menu]")) return;
      const sel = d.selection;
      const done = () => e.preventDefault();
      if (e.ctrlKey || e.metaKey) {
        if (e.key.toLowerCase() === "z") {
          done();
          if (e.shiftKey) d.redo();
          else d.undo();
        }
        return;
      }
      const arrow = ARROWS[e.key];
      if (arrow && at.closest("[role=radio]")) return;
      const thing = thingOf(at);
      if (arrow && thing?.kind === "stud" && !isSame(thing, sel)) {
        done();
        walk(at, arrow[0] + arrow[1]);
        return;
      }
      if (arrow && sel) {
        done();
        const step = (d.design.units.length === "in" ? 25.4 / 16 : 1) * (e.shiftKey ? 10 : 1);
        d.deeds.edit((p) => nudge(p, sel, arrow[0] * step, arrow[1] * step), `nudge-${sel.id}`);
        return;
      }
      if (/^[1-9]$/.test(e.key) && d.stage(Number(e.key) - 1)) return;
      switch (e.key) {
        case "Enter":
          if (at.closest("button, a, [role=radio]") && !at.closest("[data-thing]")) return;
          done();
          if (thing && !isSame(thing, sel)) d.deeds.select(thing);
          setTimeout(() => document.querySelector<HTMLElement>("[data-first]")?.click());
          break;
        case "s":
        case "S": {
          const u = sel?.kind === "support" ? supportOf(d.design, sel.id) : undefined;
          const stud = u && nearestStud(d.design, u.x_mm);
          if (u && stud) d.deeds.edit(moveSupport(u.id, stud.x_mm));
          break;
        }
        case "d":
        case "D":
          if (sel) d.deeds.copy(sel);
          break;
        case "Delete":
        case "Backspace":
          if (sel) d.deeds.drop(sel);
          break;
        case "u":
        case "U":
          d.deeds.edit((p) => ({
            ...p,
            units: p.units.length === "in" ? { ...p.units, length: "mm" } : { ...p.units, length: "in" },
          }));
          break;
        case "w":
        case "W":
          d.weakest();
          break;
        case "?":
          d.deeds.openSheet("keys");
          break;
        case "Escape":
          d.deeds.select(null);
          break;
      }
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, [d]);
}

/** The thing of the drawing that an element is, or is in. */
function thingOf(at: Element): Selection | undefined {
  const [kind, id] = (at.closest("[data-thing]")?.getAttribute("data-thing") ?? "").split(":");
  return kind && id ? { kind: kind as Selection["kind"], id } : undefined;
}

const isSame = (a: Selection, b: Selection | null) => a.kind === b?.kind && a.id === b.id;

/** From one stud to the next along the wall. */
function walk(from: Element, by: number) {
  const studs = [...document.querySelectorAll<SVGElement>('[data-thing^="stud:"]')].sort(
    (a, b) => a.getBoundingClientRect().x - b.getBoundingClientRect().x,
  );
  studs[studs.findIndex((s) => s.contains(from)) + by]?.focus();
}

export const keysIn = (u: Units): [string, string][] => [
  ["1 to 5", "the stages"],
  ["Tab", "walks the things on the wall; the studs are one stop, with the arrows from each to the next"],
  ["Space", "selects what is walked to"],
  ["Enter", "types on its first dimension"],
  ["arrows", `nudge by ${u.length === "in" ? "1/16 in" : "1 mm"}; with Shift by ten of them`],
  ["S", "takes the selected bracket to the nearest stud"],
  ["D", "copies what is selected"],
  ["Delete", "removes it"],
  ["Ctrl Z, Ctrl Shift Z", "undo, redo"],
  ["U", "the other units"],
  ["W", "opens the weakest link's working"],
  ["Alt while dragging", "lets go of the studs"],
  ["Esc", "lets go of the selection"],
  ["?", "shows these keys"],
];
