import { useState } from "react";
import type { ProveReply, TestDone, TestPlan } from "../../api/types.gen";
import { useAnswer, useChoice, useDesign, useWords, reportOf } from "../../bench/context";
import { asked, holds, round, type Units } from "../../format";
import { newId } from "../../model/edit";
import { Press } from "../../ui/Press";
import { TestChart } from "./TestChart";
import { TestDrawing } from "./TestDrawing";
import { TestRun } from "./TestRun";
import { useRecord } from "./useProve";

const STAYS: [number, string][] = [
  [8 * 86400, "for a week"],
  [70 * 86400, "for two months"],
];
const stays = (s: number) => STAYS.find(([most]) => s <= most)?.[1] ?? "for years";

/** The test that is going on; else the one that is proposed, and those that were made. */
export function TestView({ reply, width, height }: { reply: ProveReply; width: number; height: number }) {
  const u = useDesign().units;
  const proof = reply.tests.find((t) => t.proof && !t.proof.stale);
  if (reply.test)
    return <TestRun key={reply.test.id} test={reply.test} spread={reply.spread} width={width} height={height} />;
  return (
    <div className="h-full overflow-y-auto px-4 pb-3 max-[700px]:px-2">
      {proof && (
        <p className="pt-2 text-vial" data-testid="proved">
          ✓ Proved on {proof.begun.slice(0, 10)}: {holds(proof.proof?.allows_kg ?? 0, u)} {stays(proof.plan.stay_s)}, of
          the same load in the same place.
        </p>
      )}
      {reply.plan ? (
        <Proposed plan={reply.plan} cautions={reply.cautions} spread={reply.spread} width={width - 32} />
      ) : (
        <p className="pt-3 text-red" data-testid="no-test">
          ✕ {sentence(reply.problem ?? "")}.
        </p>
      )}
      <Made tests={reply.tests} spread={reply.spread} width={width - 32} />
    </div>
  );
}

const sentence = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

/** What a test will prove, said before its first step. */
function Proposed({
  plan,
  cautions,
  spread,
  width,
}: {
  plan: TestPlan;
  cautions: string[];
  spread: number;
  width: number;
}) {
  const design = useDesign();
  const u = design.units;
  const { shelfId } = useChoice();
  const { record, error } = useRecord();
  const report = reportOf(useAnswer(), shelfId);
  const shelf = design.shelves.find((s) => s.id === shelfId);
  const words = useWords();
  const [read, setRead] = useState(false);
  const hold = words<TestPlan["hold"]>("Hold").find(([k]) => k === plan.hold)?.[1] ?? "";
  const wide = width > 820;
  const left = wide ? Math.floor(width * 0.48) : width;
  const begin = () => {
    const id = newId();
    return record({ kind: "test", id, about: plan.shelf, data: { test: id, did: "begin", plan } });
  };
  return (
    <section className="pt-2">
      <h2 className="text-title font-semibold" data-testid="proposed">
        To prove {asked(plan.bears_kg, u)} {stays(plan.stay_s)}: put {round(plan.load_kg, u)} on it for {hold}.
      </h2>
      <Proves plan={plan} u={u} />
      <div className={wide ? "flex gap-4" : ""}>
        <div style={{ width: left }}>
          {shelf && report && report.curve.now_mm.length > 0 && (
            <TestDrawing shelf={shelf} report={report} plan={plan} kg={0} next={plan.load_kg} mm={null} width={left} />
          )}
          <ul className="text-ochre">
            {cautions.map((c) => (
              <li key={c}>! {c}</li>
            ))}
          </ul>
          <div className="flex flex-wrap items-center gap-x-5 pt-1">
            <label className="flex min-h-11 items-center gap-x-2">
              <input type="checkbox" className="size-6" checked={read} onChange={(e) => setRead(e.target.checked)} />
              read, and seen to
            </label>
            <Press strong off={!read} onClick={() => void begin()}>
              Begin the test
            </Press>
          </div>
          {error && (
            <p role="alert" className="text-red">
              {error}
            </p>
          )}
        </div>
        {plan.mm_per_kg > 0 && (
          <TestChart
            spread={spread}
            plan={plan}
            points={[]}
            stops={[]}
            width={wide ? width - left - 16 : width}
            height={wide ? 300 : 240}
          />
        )}
      </div>
    </section>
  );
}

/** What this test will prove, and what it will not. */
function Proves({ plan, u }: { plan: TestPlan; u: Units }) {
  const short = plan.proves_kg < plan.bears_kg * 0.9999;
  return (
    <div data-testid="proves">
      <p>
        First {round(plan.bedding_kg, u)} for a minute, to bed it in; then {plan.steps.length} steps of five minutes:{" "}
        <span className="tabular-nums">
          {plan.steps.map((s) => round(s.loads_kg.at(-1) ?? 0, u).split(" ")[0]).join(" · ")} {u.mass}
        </span>
        .
      </p>
      <p className={short ? "text-ochre" : "text-vial"}>
        {short ? "! " : "✓ "}It proves {holds(plan.proves_kg, u)} of {asked(plan.bears_kg, u)}
        {short && plan.hold !== "24h" ? "; held longer it proves more" : ""}
        {plan.capped ? `. No more is put on it for the sake of ${plan.capped}` : ""}.
      </p>
      {plan.holds_kg < plan.bears_kg && !short && (
        <p className="text-soft">
          What is reckoned short is shown by the test; the rest is as reckoned. It proves nothing of what is set down
          hard.
        </p>
      )}
      {plan.sudden && (
        <p className="text-red">
          ! It may break without a sign: {plan.first_name} goes first. The small load is your only guard.
        </p>
      )}
      {plan.gauge !== "dial" && (
        <p className="text-ochre">
          !{" "}
          {plan.gauge === "none"
            ? "Without a gauge nothing warns you but your ears and eyes"
            : "This gauge is too coarse to warn you"}
          : listen and look.
        </p>
      )}
      {plan.mm_per_kg === 0 && (
        <p className="text-ochre">! No sag is reckoned for it, so that a gauge says little: listen and look.</p>
      )}
      {plan.doubts.length > 0 && (
        <p className="text-soft">
          Not known beyond its working limit, so that no more than 1.5 × that is put on: {plan.doubts.join(", ")}.
        </p>
      )}
      {plan.shared.length > 0 && (
        <p className="text-soft">Other shelves load some of it as well: they stay as they stand now.</p>
      )}
    </div>
  );
}

/** Tests that are over, with what they allow. */
function Made({ tests, spread, width }: { tests: TestDone[]; spread: number; width: number }) {
  const u = useDesign().units;
  const result = useWords()<TestDone["result"]>("Result");
  if (tests.length === 0) return null;
  return (
    <section className="pt-4">
      <h3 className="font-semibold">Tests made</h3>
      <ul data-testid="tests">
        {tests.map((t) => (
          <li key={t.id} className="border-t border-hair py-2">
            <p>
              <b>{new Date(t.begun).toLocaleDateString()}</b>, {round(t.most_kg, u)}:{" "}
              <b className={t.result === "passed" ? "text-vial" : "text-red"}>
                {result.find(([k]) => k === t.result)?.[1] ?? t.result}
              </b>
              , {t.why}.
            </p>
            {t.proof && !t.proof.stale && (
              <p className="text-vial">
                ✓ Proved: {holds(t.proof.allows_kg, u)} {stays(t.plan.stay_s)}, of the same load in the same place.
              </p>
            )}
            {t.proof?.stale && (
              <p className="text-ochre">! It says nothing of the shelf as it is now: {t.proof.stale}.</p>
            )}
            {t.points.length > 1 && t.plan.mm_per_kg > 0 && (
              <TestChart
                spread={spread}
                plan={t.plan}
                points={t.points}
                stops={[]}
                width={Math.min(width, 520)}
                height={200}
              />
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}
