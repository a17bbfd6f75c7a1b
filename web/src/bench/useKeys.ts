import type { Units } from "../format";
import { useLayoutEffect } from "react";
import type { Deeds } from "./context";
import type { Project } from "../api/types.gen";
import { duplicate, remove } from "../model/copy";
import { nearestStud, shelfOf, supportOf, type Selection } from "../model/find";
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
          document.querySelector<HTMLElement>("[data-first]")?.click();
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
          if (sel?.kind === "support") {
            const shelf = shelfOf(d.design, sel);
            if (shelf) void d.deeds.make({ what: "support", shelf: shelf.id, like: sel.id });
          } else if (sel) {
            const [next, copy] = duplicate(d.design, sel);
            d.deeds.edit(() => next);
            d.deeds.select(copy);
          }
          break;
        case "Delete":
        case "Backspace":
          if (sel) {
            d.deeds.edit((p) => remove(p, sel));
            d.deeds.select(null);
          }
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

export const keysIn = (u: Units): [string, string][] => [
  ["1 to 4", "the stages"],
  ["Tab", "walks the things on the wall"],
  ["Enter", "types on the first dimension of what is selected"],
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
