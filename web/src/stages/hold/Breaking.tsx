import { useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { api, reason } from "../../api/client";
import type { Going, Shelf, ShelfReport } from "../../api/types.gen";
import { useDeeds, useDesign } from "../../bench/context";
import { holds } from "../../format";
import { Group } from "../../ui/fields";
import { Track } from "../../bench/Slide";
import { useLater } from "../../ui/useLater";

/** A slider past the working limit: what goes first, where its load goes, when the rest follows. */
export function Breaking({ shelf, answer, onClose }: { shelf: Shelf; answer: ShelfReport; onClose: () => void }) {
  const design = useDesign();
  const { setLoaded, light } = useDeeds();
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
  const state = useQuery({
    queryKey: ["loaded", shelf.id, rested, at.toPrecision(4), gone] as const,
    queryFn: ({ signal }) =>
      api.loaded({ design: rested, shelf: shelf.id, kg: at, gone: gone ? gone.split(" ") : [] }, signal),
    enabled: steps.length > 0 && at > 0,
    placeholderData: (was) => was,
    gcTime: 0,
    retry: false,
  });
  const text = holds(at, u);
  const fallen = last?.down ? (last.hangs ? "hangs" : "down") : null;
  useEffect(() => {
    const ids = gone ? gone.split(" ") : [];
    const when = `with ${text} on it`;
    setLoaded({
      gone: ids,
      fallen,
      answer: state.data ? drawnAs(state.data, answer, ids, fallen !== null, when) : null,
    });
  }, [gone, fallen, text, state.data, answer, setLoaded]);
  useEffect(() => light(lastLink ?? null), [lastLink, light]);
  useEffect(
    () => () => {
      setLoaded(null);
      light(null);
    },
    [setLoaded, light],
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
          <Track
            label="load on it"
            value={at}
            min={top / 200}
            max={top}
            step={top / 200}
            onValue={setKg}
            text={holds(at, u)}
          />
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

/**
 * A loaded shelf as it is drawn: its supports as they were called before, what has gone still there under no load, and nothing
 * under load where all of it has come down.
 */
function drawnAs(now: ShelfReport, was: ShelfReport, gone: string[], fallen: boolean, when: string): ShelfReport {
  return {
    ...now,
    rail: now.rail && {
      ...now.rail,
      when,
      geometry: {
        ...now.rail.geometry,
        columns: now.rail.geometry.columns.map((c) =>
          fallen ? { ...c, forces: [], facts: [], share_n: 0, moment_nmm: 0 } : c,
        ),
      },
    },
    supports: was.supports.map((s) => {
      const left = now.supports.find((o) => o.id === s.id);
      if (left && !fallen && !gone.includes(s.id)) return { ...left, name: s.name, number: s.number, when };
      const geometry = { ...s.geometry, forces: [], facts: [], arm_mm: 0 };
      return { ...s, share_kg: 0, load_n: 0, when: fallen ? when : "it has gone", geometry };
    }),
  };
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
