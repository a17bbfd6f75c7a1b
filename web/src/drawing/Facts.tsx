import { Fragment } from "react";
import type { Fact, Hole } from "../api/types.gen";
import { useDesign } from "../bench/context";
import { decimal, lengthUnit, weight, type Units } from "../format";

/** A figure of a drawing, in the person's units. */
export function factText(f: Fact, u: Units): string {
  switch (f.kind) {
    case "length":
      return lengthUnit(f.value, u);
    case "force":
      return weight(f.value, u);
    case "percent":
      return `${decimal(f.value, 0)} %`;
    case "degrees":
      return `${decimal(f.value, 1)}°`;
    case "ratio":
      return `${decimal(f.value, 1)} ×`;
  }
  return "";
}

/** The figures beside a drawing, and why a fastener does not count. */
export function Facts({ facts, holes }: { facts: Fact[]; holes: Hole[] }) {
  const design = useDesign();
  const idle = holes.find((h) => !h.counts);
  return (
    <>
      {idle && <span className="text-red">A fastener {idle.why || "does not count"}. </span>}
      {facts.map((f, i) => (
        <Fragment key={i}>
          {i > 0 && " · "}
          <span className={f.bad ? "text-red" : ""}>
            {f.name}
            {f.kind && (
              <span className={`fig whitespace-nowrap ${f.bad ? "" : "text-ink"}`}> {factText(f, design.units)}</span>
            )}
          </span>
        </Fragment>
      ))}
    </>
  );
}
