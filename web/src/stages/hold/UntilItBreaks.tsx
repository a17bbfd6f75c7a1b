import { useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { api, reason } from "../../api/client";
import type { Going, Shelf, ShelfReport } from "../../api/types.gen";
import { useDeeds, useDesign } from "../../bench/context";
import { holds } from "../../format";
import { Group } from "../../ui/fields";
import { Track } from "../../bench/Slide";
import { useLater } from "../../ui/useLater";

/** Loads the shelf past its working limit to where it would likely break, link by link. */
export function UntilItBreaks({ shelf, answer }: { shelf: Shelf; answer: ShelfReport }) {
  const [open, setOpen] = useState(false);
  if (!open)
    return (
      <div className="border-t border-hair py-1">
        <button type="button" className="act" onClick={() => setOpen(true)}>
          load it until it breaks
        </button>
      </div>
    );
  return <Breaking shelf={shelf} answer={answer} onClose={() => setOpen(false)} />;
}

function Breaking({ shelf, answer, onClose }: { shelf: Shelf; answer: ShelfReport; onClose: () => void }) {
  const design = useDesign();
  const { setGone, light } = useDeeds();
  const u = design.units;
  const rested = useLater(design, 300);
  const [kg, setKg] = useState<number | null>(null);
  const q = useQuery({
    queryKey: ["break", shelf.id, rested],
    queryFn: ({ signal }) => api.breaking({ design: rested, shelf: shelf.id }, signal),
    retry: false,
  });
  const steps = q.data?.steps ?? [];
  const top = Math.max(answer.asked_kg, ...steps.map((s) => (s.holds ? s.kg : Math.max(s.kg, s.next_kg)))) * 1.15;
  const at = Math.min(kg ?? Math.min(answer.asked_kg || answer.holds.kg, top), top);
  const broken = steps.filter((s) => !s.holds && s.kg <= at + 1e-9);
  const last = broken.at(-1);
  const lastLink = last?.link;
  const gone = last?.gone.join(" ") ?? "";
  useEffect(() => {
    setGone(gone ? gone.split(" ") : []);
    light(lastLink ?? null);
  }, [gone, lastLink, setGone, light]);
  useEffect(
    () => () => {
      setGone([]);
      light(null);
    },
    [setGone, light],
  );
  const working = answer.holds.kg;
  return (
    <Group
      title="Load it until it breaks"
      action={
        <button type="button" className="act" onClick={onClose}>
          stop
        </button>
      }
    >
      {q.isError && <p className="text-red">{reason(q.error)}</p>}
      {q.data && steps.length === 0 ? (
        <p className="text-soft">
          Where it would break is not known: something that it hangs on has no known mean strength, or holds nothing.
        </p>
      ) : (
        <>
          <p className="text-title">
            <span className="fig" data-testid="breaking">
              {holds(at, u)}
            </span>{" "}
            <span className={`text-base ${last ? "text-red" : at > working ? "text-ochre" : "text-vial"}`}>
              {last
                ? last.down
                  ? last.hangs
                    ? "it hangs bent"
                    : "it comes down"
                  : "something has gone"
                : at > working
                  ? "past what to rely on"
                  : "within what to rely on"}
            </span>
          </p>
          <Track label="load on it" value={at} min={0} max={top} step={top / 200} onValue={setKg} text={holds(at, u)} />
          <ol className="mt-1" data-testid="goings">
            {steps.map((s, i) => (
              <Step key={i} step={s} done={!s.holds && s.kg <= at + 1e-9} before={steps[i - 1]} />
            ))}
          </ol>
          <p className="text-small text-soft">
            A picture of averages, not a promise: boards and screws vary by a third.
          </p>
        </>
      )}
    </Group>
  );
}

function Step({ step: s, done, before }: { step: Going; done: boolean; before: Going | undefined }) {
  const design = useDesign();
  const u = design.units;
  const name = s.where && s.where !== "board" ? `${s.name}, ${s.where}` : s.name;
  if (s.holds && !before && s.gone.length === 0)
    return <li className="text-vial">Nothing would break below a hundred times what you ask, or a tonne.</li>;
  const atOnce = before !== undefined && s.kg <= before.kg * 1.001;
  return (
    <li className={`border-t border-hair py-1 first:border-t-0 ${done ? "text-red" : ""}`}>
      <span className="fig">{atOnce ? "at once" : `about ${holds(s.kg, u)}`}</span>: {name} ({s.how}).{" "}
      <span className="text-soft">
        {s.down || s.unknown
          ? `${s.to.replace(/^./, (c) => c.toUpperCase())}.`
          : `Its load goes ${s.to}${s.holds ? ", and they hold" : s.next_kg <= s.kg * 1.001 ? ": too much for them" : `, which hold to ${holds(s.next_kg, u)}`}.`}
      </span>
    </li>
  );
}
