import { useState } from "react";
import type { BrokenData, BrokenOf, ProveReply } from "../../api/types.gen";
import { reportOf, useAnswer, useChoice, useDeeds, useDesign, useWords } from "../../bench/context";
import { holds, lengthUnit, round } from "../../format";
import { ReadField } from "./ReadField";
import { useRecord } from "./useProve";

const STOOD: [string, string, number][] = [
  ["once", "it went as it was loaded", 0],
  ["hours", "some hours", 4 * 3600],
  ["days", "some days", 4 * 86400],
  ["months", "months", 90 * 86400],
  ["years", "years", 2 * 365 * 86400],
];

/** Something broke: the shelf, or a piece that was made to be broken; what that teaches. */
export function BrokeView({ reply }: { reply: ProveReply }) {
  const u = useDesign().units;
  return (
    <div className="h-full overflow-y-auto px-4 pb-3 max-[700px]:px-2">
      <Tell />
      {reply.pieces.map((p) => (
        <p key={p.support} className="pt-2" data-testid="pieces">
          <b>{p.name}</b>: {p.broke_kg.length} like it broke at{" "}
          <span className="fig">{p.broke_kg.map((kg) => round(kg, u)).join(", ")}</span>, {lengthUnit(p.lever_mm, u)}{" "}
          out. One in twenty breaks below <span className="fig">{holds(p.lower_kg, u)}</span>; that allows{" "}
          <b className="fig">{holds(p.allows_kg, u)}</b> there, and <span className="fig">{round(p.asked_kg, u)}</span>{" "}
          is asked of it{" "}
          <span className={p.allows_kg >= p.asked_kg ? "text-vial" : "text-red"}>
            {p.allows_kg >= p.asked_kg ? "✓ enough" : "✕ too little"}
          </span>
          .
        </p>
      ))}
      <ul className="pt-2" data-testid="broken">
        {reply.broken.map((b) => (
          <Broke key={b.entry} b={b} />
        ))}
      </ul>
      {reply.broken.length === 0 && <p className="pt-2 text-soft">Nothing of this shelf has broken yet.</p>}
    </div>
  );
}

function Broke({ b }: { b: BrokenOf }) {
  const u = useDesign().units;
  const { openSheet, turnTo } = useDeeds();
  const { record } = useRecord();
  const went = useWords()<BrokenOf["went"]>("Went").find(([k]) => k === b.went)?.[1] ?? b.went;
  return (
    <li className="border-t border-hair py-2">
      <p>
        <b className="fig">{b.when.slice(0, 10)}</b>{" "}
        {b.trial
          ? `A piece made to be broken went at ${round(b.kg, u)}, ${lengthUnit(b.lever_mm ?? 0, u)} out`
          : `It broke under ${round(b.kg, u)}`}
        : {went}. {b.text}
      </p>
      <p className="text-ochre" data-testid="lesson">
        ! {b.lesson.says}.
      </p>
      {b.lesson.explains.length > 0 && <p>What would explain it: {b.lesson.explains.join("; ")}.</p>}
      <p className="text-soft">{b.lesson.change}</p>
      <p className="flex flex-wrap gap-x-5">
        <button type="button" className="act" onClick={() => turnTo("log")}>
          write a remark
        </button>
        <button type="button" className="act" onClick={() => openSheet("history")}>
          the design as it was
        </button>
        <button type="button" className="act" onClick={() => void record({ kind: "take-back", takes_back: b.entry })}>
          take back
        </button>
      </p>
    </li>
  );
}

/** What went, where, under what, and how long it had stood. */
function Tell() {
  const { shelfId } = useChoice();
  const report = reportOf(useAnswer(), shelfId);
  const { record } = useRecord();
  const went = useWords()<BrokenData["went"]>("Went");
  const links = (report?.links ?? []).filter((l) => l.kind === "strength");
  const [trial, setTrial] = useState(false);
  const [of, setOf] = useState<BrokenData["went"]>("wood");
  const [link, setLink] = useState("");
  const [support, setSupport] = useState("");
  const [stood, setStood] = useState("once");
  const [lever, setLever] = useState<number | null>(null);
  const [text, setText] = useState("");
  const like = support || (report?.supports[0]?.id ?? "");
  const put = (kg: number) =>
    record({
      kind: "broke",
      about: shelfId ?? "",
      text: text || undefined,
      data: trial
        ? { went: of, kg, trial: true, support: like, lever_mm: lever ?? 0 }
        : { went: of, kg, link: link || undefined, stood_s: STOOD.find(([k]) => k === stood)?.[2] ?? 0 },
    }).then((why) => {
      if (!why) setText("");
      return why;
    });
  const select = "min-h-11 max-w-full bg-transparent text-chalk";
  return (
    <section className="pt-2" aria-label="What broke">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
        <select
          aria-label="what it was"
          className={select}
          value={trial ? "piece" : "shelf"}
          onChange={(e) => setTrial(e.target.value === "piece")}
        >
          <Option value="shelf">this shelf broke</Option>
          <Option value="piece">a piece made to be broken</Option>
        </select>
        <label className="flex items-center gap-x-2 text-soft">
          what went
          <select
            aria-label="what went"
            className={select}
            value={of}
            onChange={(e) => setOf(e.target.value as typeof of)}
          >
            {went.map(([k, name]) => (
              <Option key={k} value={k}>
                {name}
              </Option>
            ))}
          </select>
        </label>
        {trial ? (
          <label className="flex items-center gap-x-2 text-soft">
            like
            <select aria-label="like" className={select} value={like} onChange={(e) => setSupport(e.target.value)}>
              {(report?.supports ?? []).map((s) => (
                <Option key={s.id} value={s.id}>
                  {s.name}
                </Option>
              ))}
            </select>
          </label>
        ) : (
          <>
            <label className="flex min-w-0 items-center gap-x-2 text-soft">
              where
              <select aria-label="where" className={select} value={link} onChange={(e) => setLink(e.target.value)}>
                <Option value="">I cannot tell</Option>
                {links.map((l) => (
                  <Option key={l.id} value={l.id}>
                    {l.name}, {l.where}
                  </Option>
                ))}
              </select>
            </label>
            <label className="flex items-center gap-x-2 text-soft">
              it had stood
              <select
                aria-label="it had stood"
                className={select}
                value={stood}
                onChange={(e) => setStood(e.target.value)}
              >
                {STOOD.map(([k, name]) => (
                  <Option key={k} value={k}>
                    {name}
                  </Option>
                ))}
              </select>
            </label>
          </>
        )}
        <input
          aria-label="what was seen"
          placeholder="what was seen"
          className="min-h-11 min-w-0 flex-1 basis-56 border-b-2 border-chalk bg-transparent px-1"
          maxLength={1000}
          value={text}
          onChange={(e) => setText(e.target.value)}
        />
      </div>
      <div className="flex flex-wrap items-center gap-x-6 gap-y-1 pt-1">
        {trial && (
          <ReadField
            key={lever ?? "none"}
            label={lever === null ? "load hung out from the wall" : "hung out (given)"}
            press="that far"
            onRead={(mm) => {
              setLever(mm);
              return Promise.resolve(null);
            }}
          />
        )}
        {trial && lever !== null && <LeverIs mm={lever} />}
        <ReadField label="it broke under" kind="mass" press="write it down" onRead={put} />
      </div>
    </section>
  );
}

function LeverIs({ mm }: { mm: number }) {
  return <span className="fig">{lengthUnit(mm, useDesign().units)} out</span>;
}

function Option({ value, children }: { value: string; children: React.ReactNode }) {
  return (
    <option value={value} className="bg-sheet text-ink">
      {children}
    </option>
  );
}
