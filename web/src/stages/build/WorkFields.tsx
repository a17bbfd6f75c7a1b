import { useParams } from "react-router";
import { build } from "../../api/build";
import { reason } from "../../api/client";
import type { Finish, Person, Project } from "../../api/types.gen";
import { useCatalogue, useChoice, useDeeds, useDesign, useWords } from "../../bench/context";
import { Measure } from "../../bench/Measure";
import { finishOf, setFinish } from "../../model/asbuilt";
import { newId } from "../../model/edit";
import { Group, Pick } from "../../ui/fields";
import type { CuttingReply } from "../../api/types.gen";
import { useBuildDeeds } from "./useCutting";
import { useFacts } from "./useMaking";
import { useState } from "react";

/** How a shelf is finished, and what the tin says. */
export function FinishFields({ of }: { of: string | undefined }) {
  const design = useDesign();
  const { shelfId } = useChoice();
  const { edit } = useDeeds();
  const words = useWords();
  const { finishes } = useCatalogue().usual;
  const shelf = design.shelves.find((s) => s.id === (of ?? shelfId));
  if (!shelf) return null;
  const f = finishOf(design, shelf.id);
  const usual = finishes.find((x) => x.kind === f.kind);
  const set = (patch: Partial<Finish>) => setFinish(shelf.id, patch);
  const yes: [string, string][] = [
    ["no", "no"],
    ["yes", "yes"],
  ];
  return (
    <Group title={`Finish: ${shelf.name}`}>
      <Pick
        label="finish"
        value={f.kind}
        options={words<Finish["kind"]>("FinishKind")}
        onChange={(kind) => edit(setFinish(shelf.id, { kind, coats: 0, wait_h: 0, full_d: 0, cover: 0 }))}
      />
      {f.kind !== "bare" && (
        <>
          <Measure
            label="coats"
            kind="number"
            value={f.coats || (usual?.coats ?? 0)}
            onValue={(coats) => set({ coats })}
          />
          <Measure
            label="hours between coats"
            kind="number"
            value={f.wait_h || (usual?.wait_h ?? 0)}
            onValue={(wait_h) => set({ wait_h })}
          />
          <Measure
            label="days until loaded"
            kind="number"
            value={f.full_d || (usual?.full_d ?? 0)}
            onValue={(full_d) => set({ full_d })}
          />
          <Measure
            label="a litre covers, m²"
            kind="number"
            value={f.cover || (usual?.cover ?? 0)}
            onValue={(cover) => set({ cover })}
          />
          <Pick
            label="try it on scrap"
            value={f.trial ? "yes" : "no"}
            options={yes}
            onChange={(v) => edit(set({ trial: v === "yes" }))}
          />
        </>
      )}
      <Pick
        label="fill knots"
        value={f.fill ? "yes" : "no"}
        options={yes}
        onChange={(v) => edit(set({ fill: v === "yes" }))}
      />
      <Pick
        label="joints glued with"
        value={design.making.glue || "pva"}
        options={words<Project["making"]["glue"]>("Glue")}
        onChange={(glue) => edit((p) => ({ ...p, making: { ...p.making, glue } }))}
      />
    </Group>
  );
}

const WEEK = ["Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday"];
const NOBODY: Person["hours"] = [0, 0, 0, 0, 0, 0, 0];

/** When the work begins, who works and for how long, and what they have. */
export function HoursFields({ reply }: { reply: CuttingReply }) {
  const { id = "" } = useParams();
  const design = useDesign();
  const { edit, turnTo } = useDeeds();
  const deeds = useBuildDeeds(reply);
  const facts = useFacts();
  const [error, setError] = useState<string | null>(null);
  const s = reply.shop;
  const change = async (next: Parameters<typeof deeds.shop>[0]) => {
    const no = await deeds.shop(next);
    await facts.again();
    return no;
  };
  const person = (i: number, with_: (p: Person) => Person) =>
    change((o) => ({ ...o, people: o.people.map((p, k) => (k === i ? with_(p) : p)) }));
  const clamps = s.clamps.reduce((n, c) => n + c.count, 0);
  return (
    <Group title="Days">
      <label className="row-field grid min-h-7 grid-cols-[auto_minmax(0,1fr)] items-center gap-x-3">
        <span className="text-soft">begin on</span>
        <input
          type="date"
          aria-label="begin on"
          className="min-h-7 bg-transparent text-right text-chalk"
          value={design.making.start ?? ""}
          onChange={(e) => edit((p) => ({ ...p, making: { ...p.making, start: e.target.value || undefined } }))}
        />
      </label>
      {s.people.map((p, i) => (
        <div key={p.id} className="pt-1" data-testid="person">
          <div className="flex items-baseline justify-between">
            <b>{p.name}</b>
            <button
              type="button"
              className="act"
              onClick={() => void change((o) => ({ ...o, people: o.people.filter((x) => x.id !== p.id) }))}
            >
              leave out
            </button>
          </div>
          {WEEK.map((day, d) => (
            <Measure
              key={day}
              label={`hours on ${day}`}
              kind="number"
              value={p.hours[d] ?? 0}
              onPut={(h) =>
                person(i, (o) => ({ ...o, hours: o.hours.map((x, k) => (k === d ? h : x)) as Person["hours"] }))
              }
            />
          ))}
        </div>
      ))}
      <div className="flex flex-wrap gap-x-4">
        {s.people.length < 2 && (
          <button
            type="button"
            className="act"
            onClick={() =>
              void change((o) => ({
                ...o,
                people: [
                  ...o.people,
                  {
                    id: newId(),
                    name: o.people.length === 0 ? "you" : "a helper",
                    hours: o.people.length === 0 ? [0, 2, 0, 2, 0, 5, 0] : NOBODY,
                  },
                ],
              }))
            }
          >
            {s.people.length === 0 ? "say when I work" : "somebody helps"}
          </button>
        )}
      </div>
      <Measure
        label="clamps that I have"
        kind="number"
        value={clamps}
        onPut={(n) => change((o) => ({ ...o, clamps: n > 0 ? [{ reach_mm: 600, count: Math.round(n) }] : [] }))}
      />
      <Measure label="my pace" kind="number" value={s.pace || 1} onPut={(pace) => change((o) => ({ ...o, pace }))} />
      <Measure
        label="no saws after"
        kind="number"
        value={s.quiet_from ?? 0}
        onPut={(quiet_from) => change((o) => ({ ...o, quiet_from }))}
      />
      <div className="flex flex-wrap gap-x-4">
        <button
          type="button"
          className="act"
          onClick={() =>
            void build.exportedBuild("calendar", id, design).then(
              () => setError(null),
              (err: unknown) => setError(reason(err)),
            )
          }
        >
          calendar file
        </button>
        <button type="button" className="act" onClick={() => turnTo("paper")}>
          print it
        </button>
      </div>
      {(error ?? deeds.error) && (
        <p role="alert" className="text-red">
          {error ?? deeds.error}
        </p>
      )}
    </Group>
  );
}
