import { api } from "../../api/client";
import type { HookRail, Shelf, ShelfReport } from "../../api/types.gen";
import { useDeeds, useDesign } from "../../bench/context";
import { Measure } from "../../bench/Measure";
import { lengthUnit } from "../../format";
import { newId, setShelf, type Edit } from "../../model/edit";
import { isWhole, partsOf, woodStuds } from "../../model/find";
import { spread, toStuds } from "../../model/move";
import { Group } from "../../ui/fields";
import { Keep } from "../Keep";
import { StockPick } from "./StockPick";

/** Hooks of one's own stock, to be taken and kept. */
function HookStock({ shelf, rail }: { shelf: Shelf; rail: HookRail }) {
  const design = useDesign();
  const peg = rail.peg;
  return (
    <>
      <StockPick
        label="of my hooks"
        kinds={["hook"]}
        is={(p) => p.reach_mm === peg.reach_mm && p.d_mm === peg.d_mm}
        take={(p) =>
          setShelf(shelf.id, {
            hook_rail: { ...rail, peg: { ...peg, reach_mm: p.reach_mm ?? peg.reach_mm, d_mm: p.d_mm ?? peg.d_mm } },
          })
        }
      />
      <div className="flex justify-end">
        <Keep
          what={() =>
            api.keepPart({
              name: `hook, reach ${lengthUnit(peg.reach_mm, design.units)}`,
              kind: "hook",
              reach_mm: peg.reach_mm,
              d_mm: peg.d_mm,
            })
          }
        />
      </div>
    </>
  );
}

/** A row that may have any number: hooks on a board or a plate, dividers of a box, evenly over its length. */
function counted(shelf: Shelf): { many: (n: number) => Edit; least: number; even: (n: number) => number[] } | null {
  const hooks = (from: number, long: number) => (n: number) =>
    Array.from({ length: n }, (_, i) => from + (long * (i + 0.5)) / n);
  const keep = <T extends { id: string }>(list: T[] | undefined, xs: number[]) =>
    xs.map((x_mm, i) => ({ id: list?.[i]?.id ?? newId(), x_mm }));
  const loosed = (ids: { id: string }[]) =>
    shelf.contents.map((it) => (it.hook && !ids.some((k) => k.id === it.hook) ? { ...it, hook: undefined } : it));
  const { hook_rail: h, tool_holder: t, box: b } = shelf;
  if (h) {
    const even = hooks(h.x_mm, h.length_mm);
    return {
      least: 1,
      even,
      many: (n) => {
        const all = keep(h.hooks, even(n));
        return setShelf(shelf.id, { hook_rail: { ...h, hooks: all }, contents: loosed(all) });
      },
    };
  }
  if (t?.peg) {
    const even = hooks(shelf.x_mm, shelf.length_mm);
    return {
      least: 1,
      even,
      many: (n) => {
        const all = keep(t.hooks, even(n));
        return setShelf(shelf.id, { tool_holder: { ...t, hooks: all }, contents: loosed(all) });
      },
    };
  }
  if (b) {
    const even = (n: number) => Array.from({ length: n }, (_, i) => shelf.x_mm + (shelf.length_mm * (i + 1)) / (n + 1));
    return { least: 0, even, many: (n) => setShelf(shelf.id, { box: { ...b, dividers: keep(b.dividers, even(n)) } }) };
  }
  return null;
}

/** All of one kind along the wall in one press: how many, the first at, then every so much. */
export function Spacing({ shelf, report }: { shelf: Shelf; report: ShelfReport | undefined }) {
  const design = useDesign();
  const { edit } = useDeeds();
  const parts = partsOf(shelf)
    .filter((o) => !isWhole(shelf, o.id))
    .sort((a, b) => a.x_mm - b.x_mm);
  const row = counted(shelf);
  if (shelf.supports.some((s) => s.kind === "side-cleat") || (parts.length < 2 && !row)) return null;
  const noun = report?.supports.findLast((s) => s.noun)?.noun ?? "support";
  const first = parts[0]?.x_mm ?? shelf.x_mm;
  const last = parts.at(-1)?.x_mm ?? first;
  const every = parts.length > 1 ? (last - first) / (parts.length - 1) : 0;
  const at = (from: number, by: number) =>
    spread(
      parts.map((o) => o.id),
      parts.map((_, i) => from + by * i),
    );
  return (
    <Group title={`${parts.length} ${noun}${parts.length === 1 ? "" : "s"}, by a story stick`}>
      {row && (
        <Measure
          label="how many, evenly spaced"
          kind="number"
          value={parts.length}
          onValue={(v) => row.many(Math.max(row.least, Math.min(40, Math.round(v))))}
        />
      )}
      {parts.length > 0 && (
        <Measure
          label={`first ${noun}, from the left end`}
          kind="length"
          value={first - shelf.x_mm}
          onValue={(v) => at(shelf.x_mm + v, every)}
        />
      )}
      {parts.length > 1 && <Measure label="then every" kind="length" value={every} onValue={(v) => at(first, v)} />}
      {woodStuds(design).length > 1 && parts.some((o) => !woodStuds(design).some((k) => k.x_mm === o.x_mm)) && (
        <button type="button" className="act mr-4" onClick={() => edit(toStuds(shelf.id))}>
          each to a stud
        </button>
      )}
      {(row || parts.length > 2) && (
        <button type="button" className="act" onClick={() => edit(row ? row.many(parts.length) : at(first, every))}>
          space them evenly
        </button>
      )}
      {shelf.hook_rail && <HookStock shelf={shelf} rail={shelf.hook_rail} />}
    </Group>
  );
}
