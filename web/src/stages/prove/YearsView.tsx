import { useState } from "react";
import { useParams } from "react-router";
import { prove } from "../../api/prove";
import { reason } from "../../api/client";
import type { LogTaken, ProveReply, SagReading, Years } from "../../api/types.gen";
import { useChoice, useDesign, useWords } from "../../bench/context";
import { Measure } from "../../bench/Measure";
import { round, sag } from "../../format";
import { FileButton } from "../../ui/FileButton";
import { Press } from "../../ui/Press";
import { ReadField } from "./ReadField";
import { stamp, useRecord } from "./useProve";
import { YearsChart } from "./YearsChart";

/** A shelf's sag over the years, and the next reading. */
export function YearsView({ reply, width }: { reply: ProveReply; width: number }) {
  const u = useDesign().units;
  const { years } = reply;
  const range = (b: Years["ten"]) => `${sag(b.mm, u)} (${sag(Math.max(0, b.low_mm), u)} to ${sag(b.high_mm, u)})`;
  return (
    <div className="h-full overflow-y-auto px-4 pb-3 max-[700px]:px-2">
      <Reading years={years} />
      {years.problem ? (
        <p className="pt-2 text-red" data-testid="no-years">
          ✕ No curve: {years.problem}.
        </p>
      ) : (
        <>
          <p className="pt-1" data-testid="comes-to">
            Under all that is asked it comes to <b className="fig">{range(years.five)}</b> in five years and{" "}
            <b className="fig">{range(years.ten)}</b> in ten
            {years.limit_mm ? `; you allow ${sag(years.limit_mm, u)}` : ""}.
            {years.passes && ` It ${years.past ? "passed" : "passes"} that about ${years.passes}.`}
          </p>
          {years.warnings.map((w) => (
            <p key={w} role="status" className="text-ochre" data-testid="sag-warning">
              ! {w}
            </p>
          ))}
          <YearsChart years={years} width={width - 32} height={width > 700 ? 270 : 230} />
        </>
      )}
      <LookAgain reply={reply} />
      <Readings years={years} />
      <FromTable />
    </div>
  );
}

/** Quick entry: what is read, by what, what stands on it, and when. */
function Reading({ years }: { years: Years }) {
  const u = useDesign().units;
  const { shelfId } = useChoice();
  const length = useDesign().shelves.find((s) => s.id === shelfId)?.length_mm ?? 0;
  const { record } = useRecord();
  const words = useWords()<SagReading["gauge"]>("Gauge").filter(([k]) => k !== "none");
  const [gauge, setGauge] = useState<SagReading["gauge"]>("straightedge");
  const [under, setUnder] = useState<"empty" | "all" | "other">(years.readings.length === 0 ? "empty" : "all");
  const [other, setOther] = useState(years.asked_kg);
  const [at, setAt] = useState(years.at);
  const [moisture, setMoisture] = useState(0);
  const [since, setSince] = useState("");
  const [more, setMore] = useState(false);
  const [on, setOn] = useState("");
  const [text, setText] = useState("");
  const put = (mm: number) =>
    record({
      kind: "reading",
      about: shelfId ?? "",
      when: on ? stamp(Date.parse(`${on}T12:00`)) : stamp(),
      text: text || undefined,
      data: {
        mm,
        gauge,
        kg: under === "empty" ? 0 : under === "all" ? years.asked_kg : other,
        at: at === years.at ? undefined : at,
        moisture_pct: moisture || undefined,
        since:
          under !== "empty" && since
            ? stamp(Math.min(Date.parse(`${since}T12:00`), on ? Date.parse(`${on}T12:00`) : Date.now()))
            : undefined,
      },
    }).then((why) => {
      if (!why) {
        setText("");
        setOn("");
        if (under === "empty") setUnder("all");
      }
      return why;
    });
  return (
    <section className="flex flex-wrap items-center gap-x-5 gap-y-1 pt-2" aria-label="A new reading">
      <ReadField label="sag now" press="write it down" onRead={put} />
      <label className="flex min-h-11 items-center gap-x-2 text-soft">
        by
        <select
          aria-label="read by"
          className="min-h-9 bg-transparent text-chalk"
          value={gauge}
          onChange={(e) => setGauge(e.target.value as typeof gauge)}
        >
          {words.map(([k, name]) => (
            <option key={k} value={k} className="bg-sheet text-ink">
              {name}
            </option>
          ))}
        </select>
      </label>
      <label className="flex min-h-11 items-center gap-x-2 text-soft">
        under
        <select
          aria-label="what stands on it"
          className="min-h-9 bg-transparent text-chalk"
          value={under}
          onChange={(e) => setUnder(e.target.value as typeof under)}
        >
          <option value="empty" className="bg-sheet text-ink">
            nothing: it is empty
          </option>
          <option value="all" className="bg-sheet text-ink">
            all that is asked, {round(years.asked_kg, u)}
          </option>
          <option value="other" className="bg-sheet text-ink">
            another load
          </option>
        </select>
      </label>
      {under === "other" && (
        <span className="w-60">
          <Measure
            label="load then"
            kind="mass"
            value={other}
            onPut={(kg) => taken(kg >= 0 && kg < 20_000, () => setOther(kg))}
          />
        </span>
      )}
      <button type="button" className="act min-h-11" aria-expanded={more} onClick={() => setMore(!more)}>
        another day, place, a remark
      </button>
      {more && (
        <span className="flex flex-wrap items-center gap-x-4 gap-y-1">
          <Day label="read on" value={on} onChange={setOn} />
          {under !== "empty" && <Day label="loaded since" value={since} onChange={setSince} />}
          <span className="w-72">
            <Measure
              label="read at, from the left end"
              kind="length"
              value={at * length}
              onPut={(mm) => taken(mm >= 0 && mm <= length, () => setAt(mm / length))}
            />
          </span>
          <span className="w-52">
            <Measure
              label="moisture then, %"
              kind="number"
              value={moisture}
              onPut={(v) => taken(v >= 0 && v <= 60, () => setMoisture(v))}
            />
          </span>
          <input
            aria-label="remark"
            placeholder="remark"
            className="min-h-11 w-56 border-b-2 border-chalk bg-transparent px-1"
            maxLength={400}
            value={text}
            onChange={(e) => setText(e.target.value)}
          />
        </span>
      )}
      {years.readings.length === 0 && (
        <p className="w-full text-soft">
          Read the empty shelf first: what is bowed by itself is told apart from sag by that.
        </p>
      )}
    </section>
  );
}

/** Takes a figure that can be, or says that it cannot. */
function taken(can: boolean, put: () => void): Promise<string | null> {
  if (can) put();
  return Promise.resolve(can ? null : "that cannot be here");
}

function Day({ label, value, onChange }: { label: string; value: string; onChange: (v: string) => void }) {
  return (
    <label className="flex items-center gap-x-2 text-soft">
      {label}
      <input
        type="date"
        aria-label={label}
        max={stamp().slice(0, 10)}
        className="fig min-h-11 bg-transparent text-ink"
        value={value}
        onChange={(e) => onChange(e.target.value)}
      />
    </label>
  );
}

/** When to look again, what to look at, and what makes that due at once. */
function LookAgain({ reply }: { reply: ProveReply }) {
  const { id = "" } = useParams();
  const { shelfId } = useChoice();
  const { record } = useRecord();
  const { next } = reply.years;
  const note = (what: string) => record({ kind: "remark", about: shelfId ?? "", data: { what } });
  return (
    <section className="pt-2" data-testid="look-again">
      <p>
        {next.on ? (
          <>
            Look again on <b className="fig">{next.on}</b>, {next.why}:
          </>
        ) : (
          "Once it is loaded and read, it says here when to look again:"
        )}{" "}
        <span className="text-soft">{reply.look_at.join("; ")}.</span>
      </p>
      <p className="flex flex-wrap items-center gap-x-4">
        {[
          ["moved", "it was moved"],
          ["bumped", "it was bumped"],
          ["wet", "a wet season"],
        ].map(([what, says]) => (
          <button key={what} type="button" className="act min-h-11" onClick={() => void note(what ?? "")}>
            {says}
          </button>
        ))}
        <button type="button" className="act min-h-11" onClick={() => void prove.saved(id, "reminders")}>
          days to look again, for a calendar
        </button>
        <button type="button" className="act min-h-11" onClick={() => void prove.saved(id, "readings")}>
          readings as CSV
        </button>
      </p>
    </section>
  );
}

function Readings({ years }: { years: Years }) {
  const u = useDesign().units;
  const { record } = useRecord();
  if (years.readings.length === 0) return null;
  return (
    <table className="w-full max-w-[52rem]" data-testid="readings">
      <thead>
        <tr className="text-left text-soft">
          {["date", "sag", "under", "remark", ""].map((t) => (
            <th key={t} className="border-b border-hair py-1 pr-3 font-normal">
              {t}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {[...years.readings].reverse().map((r) => (
          <tr key={r.entry} className={r.earlier ? "text-soft" : ""}>
            <td className="fig pr-3 whitespace-nowrap">{r.when.slice(0, 10)}</td>
            <td className={`fig pr-3 whitespace-nowrap ${r.outside ? "text-red" : ""}`}>
              {sag(r.mm, u)}
              {r.outside && ` ${r.outside}`}
            </td>
            <td className="fig pr-3 whitespace-nowrap">{r.kg > 0 ? round(r.kg, u) : "empty"}</td>
            <td className="w-full pr-3">
              {r.text}
              {r.earlier && (
                <span className="text-soft"> of the shelf before it was changed, or read elsewhere along it</span>
              )}
            </td>
            <td>
              <button
                type="button"
                className="act whitespace-nowrap"
                onClick={() => void record({ kind: "take-back", takes_back: r.entry })}
              >
                take back
              </button>
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** Readings out of a table: what would be taken is shown first, with every line that cannot be. */
function FromTable() {
  const { shelfId } = useChoice();
  const { recordAll } = useRecord();
  const [read, setRead] = useState<LogTaken | null>(null);
  const [error, setError] = useState<string | null>(null);
  const open = async (f: File) => {
    try {
      setError(null);
      setRead(null);
      if (f.size > 1 << 20) return setError(`${f.name} is larger than a table can be (1 MB)`);
      setRead(await prove.readings(await f.text(), shelfId ?? ""));
    } catch (err) {
      setError(reason(err));
    }
  };
  const take = async () => {
    const why = await recordAll(read?.entries ?? []);
    if (why) setError(why);
    else setRead(null);
  };
  return (
    <section className="pt-2">
      <FileButton label="readings from CSV" accept=".csv,text/csv" onFile={open}>
        readings from CSV
      </FileButton>
      {error && (
        <p role="alert" className="text-red">
          {error}
        </p>
      )}
      {read && (
        <div data-testid="readings-read">
          <p>
            {read.entries.length} readings{read.bad.length > 0 && `, and ${read.bad.length} lines that cannot be taken`}
            .
          </p>
          <ul className="text-red">
            {read.bad.slice(0, 8).map((b) => (
              <li key={b.line}>
                line {b.line}: {b.message}
              </li>
            ))}
          </ul>
          {read.entries.length > 0 && (
            <Press strong onClick={() => void take()}>
              Take these {read.entries.length}
            </Press>
          )}
        </div>
      )}
    </section>
  );
}
