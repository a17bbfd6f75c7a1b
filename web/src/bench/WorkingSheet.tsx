import { useQuery } from "@tanstack/react-query";
import { ToggleGroup } from "radix-ui";
import { useState } from "react";
import { api, reason } from "../api/client";
import type { Input, Link, Step } from "../api/types.gen";
import { converted, value } from "../format";
import { Sheet } from "../ui/Sheet";
import { useCatalogue, useChoice, useDesign } from "./context";
import { figureOf, named } from "./words";

/** The sum behind a link: formula, what was put in, what came out, on whose word. */
export function WorkingSheet({ link, onClose }: { link: Link | undefined; onClose: () => void }) {
  const design = useDesign();
  const catalogue = useCatalogue();
  const { shelfId } = useChoice();
  const woods = design.shelves.find((s) => s.id === shelfId)?.board.woods ?? [];
  const [which, setWhich] = useState("everyday");
  const cases: [string, string][] = [["everyday", "Everyday"]];
  if (link && link.kind !== "stiffness") cases.push(["handling", "Set down hard"]);
  if (link && link.kind !== "stiffness" && design.shelves.find((s) => s.id === shelfId)?.accident !== "none")
    cases.push(["accident", "Accident"]);
  if (link?.break) cases.push(["break", "Expected break"]);
  const asked = cases.some(([v]) => v === which) ? which : "everyday";
  const q = useQuery({
    queryKey: ["working", link?.id, asked, design],
    queryFn: () => api.working(design, link?.id ?? "", asked),
    enabled: link !== undefined,
    retry: false,
  });
  return (
    <Sheet
      open={link !== undefined}
      onClose={onClose}
      title={link ? `${cap(named(link))}: ${figureOf(link, design.units)}` : ""}
    >
      {link && (
        <>
          <ToggleGroup.Root
            type="single"
            value={asked}
            onValueChange={(v) => v && setWhich(v)}
            aria-label="Load case"
            className="mb-2 flex gap-4"
          >
            {cases.map(([v, name]) => (
              <ToggleGroup.Item
                key={v}
                value={v}
                className="min-h-7 border-b-2 border-transparent text-soft data-[state=on]:border-chalk data-[state=on]:text-chalk"
              >
                {name}
              </ToggleGroup.Item>
            ))}
          </ToggleGroup.Root>
          {q.isError && <p className="text-red">{reason(q.error)}</p>}
          {q.data && (
            <>
              <p className="mb-3 text-soft">
                The case that governs: {q.data.when || "as drawn"}.
                {asked === "break" && " A picture of averages: never rely on it."}
              </p>
              {woods.length > 1 && link.wood && (
                <p className="mb-3 text-soft">
                  Of the {woods.length} woods it may be, {catalogue.woods.find((w) => w.key === link.wood)?.name}{" "}
                  governs here.
                </p>
              )}
              {link.no_mean && <p className="mb-3 text-soft">Where it would break is not known: {link.no_mean}.</p>}
              {q.data.steps.length === 0 && <p>{link.how}.</p>}
              <ol data-testid="steps">
                {q.data.steps.map((s, i) => (
                  <StepView key={i} step={s} />
                ))}
              </ol>
            </>
          )}
        </>
      )}
    </Sheet>
  );
}

const cap = (s: string) => s.charAt(0).toUpperCase() + s.slice(1);

function StepView({ step }: { step: Step }) {
  const design = useDesign();
  const rule = step.source.startsWith("Rule");
  const also = converted(step.result, step.kind, design.units);
  return (
    <li className="border-t border-hair py-2">
      <p className="flex flex-wrap items-baseline justify-between gap-x-4">
        <span>{cap(step.meaning)}</span>
        {step.source && (
          <span className={`text-small ${rule ? "text-ochre" : "text-soft"}`}>
            {rule ? `workshop rule${step.source.slice(4)}` : step.source}
          </span>
        )}
      </p>
      <p className="fig mt-0.5">
        <b className="font-medium">{step.symbol}</b> = {step.formula} ={" "}
        <b className="font-medium">{value(step.result, step.kind)}</b>
        {also && <span className="text-soft"> ({also})</span>}
      </p>
      {step.inputs.length > 0 && (
        <p className="fig flex flex-wrap gap-x-4 text-small text-soft">
          {step.inputs.map((i: Input, n) => {
            const c = converted(i.value, i.kind, design.units);
            return (
              <span key={n} className="whitespace-nowrap">
                {i.symbol} = {value(i.value, i.kind)}
                {c && ` (${c})`}
              </span>
            );
          })}
        </p>
      )}
    </li>
  );
}
