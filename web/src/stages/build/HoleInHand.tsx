import { useState } from "react";
import type { Datum, Project, WallHole } from "../../api/types.gen";
import { useCatalogue, useDeeds, useDesign } from "../../bench/context";
import { Measure } from "../../bench/Measure";
import { fine, lengthUnit } from "../../format";
import { asHung, foundAt, noWood } from "../../model/asbuilt";
import { Press } from "../../ui/Press";
import type { useFacts } from "./useMaking";

/** A place along from the datum, as one along the wall. */
function fromDatum(p: Project, d: Datum, along: number): number {
  if (d.from === "right") return p.wall.length_mm - along;
  if (d.from === "stud") return along + (p.wall.studs.find((s) => s.id === d.stud)?.x_mm ?? 0);
  return along;
}

/** One hole, large enough to be read at arm's length, and what was found there. */
export function HoleInHand({
  hole,
  n,
  of,
  facts,
  go,
}: {
  hole: WallHole;
  n: number;
  of: number;
  facts: ReturnType<typeof useFacts>;
  go: (by: number) => void;
}) {
  const design = useDesign();
  const u = design.units;
  const done = async () => {
    if ((await facts.tick(`hole/${hole.key}`, hole.done, `hole ${hole.n}, ${hole.for}`)) === null && !hole.done) go(1);
  };
  return (
    <article className="self-start pt-2" aria-label={`Hole ${hole.n}`} data-testid="hole">
      <header className="flex items-baseline gap-x-3">
        <h2 className="text-title font-semibold">
          Hole {hole.n}{" "}
          <span className="font-normal text-soft">
            {n} of {of}
          </span>
        </h2>
        {hole.done && <span className="text-vial">✓ drilled</span>}
      </header>
      <p>{hole.for}</p>
      <div className="grid grid-cols-[repeat(auto-fit,minmax(11.5rem,1fr))] gap-x-3 pt-1">
        <Big label="along" value={fine(hole.along_mm, u)} />
        <Big label="up" value={fine(hole.high_mm, u)} />
        <Big label="bit, pilot" value={fine(hole.pilot_mm, u)} />
        <Big label="tape, from the face" value={fine(hole.tape_face_mm, u)} />
      </div>
      <Rest hole={hole} />
      {hole.find_first && <p className="text-ochre">! {hole.into} is only assumed: find it first.</p>}
      {hole.why && <p className={hole.counts ? "text-ochre" : "text-red"}>! It {hole.why}.</p>}
      {hole.near && (
        <p className={(hole.near_mm ?? 0) < 50 ? "text-red" : "text-soft"}>
          {(hole.near_mm ?? 0) < 50 ? "! " : ""}Keep clear of {hole.near}: {lengthUnit(hole.near_mm ?? 0, u)} off.
        </p>
      )}
      {hole.against && (
        <p role="alert" className="text-red" data-testid="against">
          ✕ {hole.against}
        </p>
      )}
      <div className="grid grid-cols-2 gap-2 pt-2">
        <Press onClick={() => go(-1)} off={n === 1}>
          ‹ before
        </Press>
        <Press onClick={() => go(1)} off={n === of}>
          next ›
        </Press>
        <Press strong onClick={() => void done()}>
          {hole.done ? "not done" : "done"}
        </Press>
        <NoWood hole={hole} facts={facts} />
      </div>
      <AsFound hole={hole} facts={facts} />
      {facts.error && (
        <p role="alert" className="text-red">
          {facts.error}
        </p>
      )}
    </article>
  );
}

function Big({ label, value }: { label: string; value: string }) {
  return (
    <p>
      <span className="text-small text-soft">{label}</span>
      <br />
      <b className="fig text-[24px] leading-tight whitespace-nowrap">{value}</b>
    </p>
  );
}

function Rest({ hole }: { hole: WallHole }) {
  const u = useDesign().units;
  const rows: [string, string][] = [
    ["into", hole.into],
    ["through", hole.through.map((l) => `${l.name} ${fine(l.mm, u)}`).join(" + ") || "nothing"],
    ["deep in what holds", fine(hole.pilot_deep_mm, u)],
  ];
  if (hole.clearance_mm) rows.push(["clearance, through the piece", `${fine(hole.clearance_mm, u)}`]);
  if (hole.recess_mm)
    rows.push(
      ["head let in", `${fine(hole.sink_mm ?? 0, u)} across, ${fine(hole.recess_mm, u)} deep`],
      ["tape, from the recess", fine(hole.tape_mm, u)],
    );
  rows.push(["fastener", `${hole.fastener} ${hole.length_mm > 0 ? fine(hole.length_mm, u) : ""}`]);
  if (hole.slant_deg) rows.push(["slant", `${hole.slant_deg}°`]);
  rows.push([
    "from its shelf",
    `${fine(hole.from_shelf_mm, u)} from the left end, ${fine(Math.abs(hole.over_shelf_mm), u)} ${hole.over_shelf_mm < 0 ? "under" : "over"} the underside`,
  ]);
  return (
    <dl className="pt-1">
      {rows.map(([k, v]) => (
        <div key={k} className="grid grid-cols-[auto_minmax(0,1fr)] gap-x-3">
          <dt className="text-soft">{k}</dt>
          <dd className="text-right">{v}</dd>
        </div>
      ))}
    </dl>
  );
}

/** Says that there was nothing to drill into: a fact, and the stud goes from the design, which can be undone. */
function NoWood({ hole, facts }: { hole: WallHole; facts: ReturnType<typeof useFacts> }) {
  const { edit } = useDeeds();
  const found = hole.found?.no_wood === true;
  const say = async () => {
    const no = await facts.record(
      found
        ? { kind: "take-back", takes_back: hole.found?.entry ?? "" }
        : {
            kind: "finding",
            about: `hole/${hole.key}`,
            text: "no wood here",
            data: { no_wood: true, x_mm: hole.x_mm, up_mm: hole.up_mm },
          },
    );
    if (no === null && !found && hole.stud && hole.meets !== "misses") edit(noWood(hole.stud));
  };
  return <Press onClick={() => void say()}>{found ? "wood after all" : "no wood here"}</Press>;
}

/** Where the stud's middle was really found, and where the hole really is. */
function AsFound({ hole, facts }: { hole: WallHole; facts: ReturnType<typeof useFacts> }) {
  const design = useDesign();
  const { edit } = useDeeds();
  const usual = useCatalogue().usual.stud;
  const [open, setOpen] = useState(false);
  const datum = design.making.datum;
  if (!open)
    return (
      <button type="button" className="act min-h-9" onClick={() => setOpen(true)}>
        it was found or hung elsewhere
      </button>
    );
  return (
    <div>
      <Measure
        label="stud's middle found at, along"
        kind="length"
        fine
        value={hole.found?.at_mm ?? hole.along_mm}
        onPut={async (v) => {
          const x = fromDatum(design, datum, v);
          const no = await facts.record({
            kind: "finding",
            about: `hole/${hole.key}`,
            text: "stud found",
            data: { at_mm: x, x_mm: hole.x_mm, up_mm: hole.up_mm },
          });
          if (no === null) edit(foundAt(hole.stud, x, usual));
          return no;
        }}
      />
      <Measure
        label="this hole is at, along"
        kind="length"
        fine
        value={hole.along_mm}
        onPut={async (v) => {
          const x = fromDatum(design, datum, v);
          const made = asHung(design, hole.owner, hole.key.split("/")[1] ?? "", x - hole.x_mm);
          if (!made) return "This hole is one of a row: move what it belongs to, in stage 4.";
          const no = await facts.record({
            kind: "measure",
            about: `hole/${hole.key}`,
            data: { key: `hung/${hole.key}`, value: x },
          });
          if (no === null) edit(made);
          return no;
        }}
      />
    </div>
  );
}
