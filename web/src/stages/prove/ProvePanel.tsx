import { useChoice, useDeeds, useDesign, useWords } from "../../bench/context";
import { Measure } from "../../bench/Measure";
import type { TestAsked, TestThing } from "../../api/types.gen";
import { asked, holds, round } from "../../format";
import { Group, Pick, Row } from "../../ui/fields";
import { ShelfPick } from "../ShelfHead";
import { useProve, useThings, useWanted } from "./useProve";

/** How the shelf is to be tested; what it is told by. */
export function ProvePanel() {
  const design = useDesign();
  const { shelfId, on } = useChoice();
  const shelf = design.shelves.find((s) => s.id === shelfId);
  if (!shelf) return <p className="text-soft">There is no shelf on this wall yet.</p>;
  return (
    <>
      <ShelfPick />
      {(on ?? "test") === "test" ? <TestFields /> : <Meaning on={on ?? ""} />}
    </>
  );
}

function TestFields() {
  const u = useDesign().units;
  const words = useWords();
  const [wanted, want] = useWanted();
  const { reply } = useProve();
  const plan = reply?.test?.plan ?? reply?.plan;
  const going = reply?.test !== undefined;
  return (
    <>
      <Group title="Load test">
        {plan && (
          <>
            <Row label="to prove">{asked(plan.bears_kg, u)}</Row>
            <Row label="so test with">{round(plan.load_kg, u)}</Row>
            <Row label="it proves" tone={plan.proves_kg < plan.bears_kg * 0.9999 ? "close" : "good"}>
              {holds(plan.proves_kg, u)}
            </Row>
            <Row label="expected to break at">{holds(plan.breaks_kg, u)}</Row>
          </>
        )}
        {going ? (
          <p className="text-soft">The test goes on as it was begun.</p>
        ) : (
          <>
            <Pick
              label="held for"
              value={wanted.hold}
              options={words<TestAsked["hold"]>("Hold")}
              onChange={(hold) => want({ hold })}
            />
            <Pick
              label="the load stands"
              value={wanted.where}
              options={words<TestAsked["where"]>("Where")}
              onChange={(where) => want({ where })}
            />
            <Pick
              label="sag is read by"
              value={wanted.gauge}
              options={words<TestAsked["gauge"]>("Gauge")}
              onChange={(gauge) => want({ gauge })}
            />
            <Pick
              label="who listens"
              value={wanted.alone ? "nobody" : "me"}
              options={[
                ["me", "I am beside it"],
                ["nobody", "nobody can"],
              ]}
              onChange={(who) => want({ alone: who === "nobody" })}
            />
          </>
        )}
      </Group>
      {!going && <Things />}
    </>
  );
}

/** What the test load is made up of. */
function Things() {
  const [things, set] = useThings();
  const put = (i: number, to: Partial<TestThing>) => set(things.map((t, k) => (k === i ? { ...t, ...to } : t)));
  return (
    <Group title="Made up of">
      <ul data-testid="things">
        {things.map((t, i) => (
          <li key={i} className="border-b border-hair pb-1">
            <div className="flex items-center gap-x-2">
              <input
                aria-label="what it is"
                className="min-h-9 min-w-0 flex-1 bg-transparent text-chalk"
                maxLength={80}
                value={t.name}
                onChange={(e) => e.target.value !== "" && put(i, { name: e.target.value })}
              />
              {things.length > 1 && (
                <button
                  type="button"
                  className="act"
                  aria-label={`without ${t.name}`}
                  onClick={() => set(things.filter((_, k) => k !== i))}
                >
                  ✕
                </button>
              )}
            </div>
            <Measure
              label="each weighs"
              kind="mass"
              value={t.kg}
              onPut={(kg) => {
                if (!(kg >= 0.05 && kg <= 200)) return Promise.resolve("between a spoonful and what two can lift");
                put(i, { kg });
                return Promise.resolve(null);
              }}
            />
            <Measure
              label="how many, 0 for any"
              kind="number"
              value={t.count ?? 0}
              onPut={(n) => {
                if (!Number.isInteger(n) || n < 0 || n > 500) return Promise.resolve("a whole number from 0 to 500");
                put(i, { count: n || undefined });
                return Promise.resolve(null);
              }}
            />
          </li>
        ))}
      </ul>
      <button type="button" className="act" onClick={() => set([...things, { name: "sand bag", kg: 5, count: 4 }])}>
        something else as well
      </button>
    </Group>
  );
}

const MEANS: Record<string, string[]> = {
  years: [
    "Read the sag at the same place each time, by string, straightedge or dial: from the ends of the board down to its middle.",
    "The band is where nineteen of twenty such shelves would lie. It narrows with each reading.",
  ],
  broke: [
    "What broke is worth more than what held: write down what went, where and under what.",
    "A piece made to be broken: one bracket or joint like those on the wall, loaded to its end, its lever measured.",
  ],
  log: ["Entries are never changed. One that was wrong is taken back, and stays to be seen."],
};

function Meaning({ on }: { on: string }) {
  const { turnTo } = useDeeds();
  return (
    <Group>
      {(MEANS[on] ?? []).map((t) => (
        <p key={t} className="pb-1 text-soft">
          {t}
        </p>
      ))}
      {on !== "log" && (
        <button type="button" className="act" onClick={() => turnTo("log")}>
          the logbook
        </button>
      )}
    </Group>
  );
}
