import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { useParams } from "react-router";
import { build } from "../../api/build";
import { api, reason } from "../../api/client";
import { pictureOf, prove } from "../../api/prove";
import type { LogLine, NoteData } from "../../api/types.gen";
import { useChoice, useDesign, useWords } from "../../bench/context";
import { FileButton } from "../../ui/FileButton";
import { Press } from "../../ui/Press";
import { useRecord } from "./useProve";

const MOST = 12 << 20;

/** Everything that has happened to this wall, the newest first. */
export function LogView() {
  const { id = "" } = useParams();
  const design = useDesign();
  const [of, setOf] = useState("");
  const q = useQuery({
    queryKey: ["log", id],
    queryFn: () => prove.log(id),
    gcTime: 0,
    staleTime: Infinity,
    retry: false,
  });
  const lines = (q.data?.lines ?? []).filter((l) => !of || l.shelf === of);
  return (
    <div className="h-full overflow-y-auto px-4 pb-3 max-[700px]:px-2">
      <Write />
      <div className="flex flex-wrap items-center gap-x-5 pt-1">
        <label className="flex min-h-11 items-center gap-x-2 text-soft">
          show
          <select
            aria-label="show the log of"
            className="min-h-9 bg-transparent text-chalk"
            value={of}
            onChange={(e) => setOf(e.target.value)}
          >
            <option value="" className="bg-sheet text-ink">
              the whole wall
            </option>
            {design.shelves.map((s) => (
              <option key={s.id} value={s.id} className="bg-sheet text-ink">
                {s.name}
              </option>
            ))}
          </select>
        </label>
        <InAndOut />
      </div>
      {q.error && (
        <p role="alert" className="text-red">
          {reason(q.error)}
        </p>
      )}
      {q.data && lines.length === 0 && <p className="pt-2 text-soft">Nothing is written here yet.</p>}
      <ul data-testid="log">
        {grouped(lines).map((g) => (
          <Group key={g[0]?.id} lines={g} />
        ))}
      </ul>
    </div>
  );
}

/** What follows each other of one load test stands together. */
function grouped(lines: LogLine[]): LogLine[][] {
  const out: LogLine[][] = [];
  for (const l of lines) {
    const last = out.at(-1);
    if (l.kind === "test" && last?.[0]?.kind === "test" && last[0].shelf === l.shelf) last.push(l);
    else out.push([l]);
  }
  return out;
}

function Group({ lines }: { lines: LogLine[] }) {
  const [first] = lines;
  if (!first) return null;
  if (lines.length === 1) return <Line line={first} />;
  const begun = lines.at(-1) ?? first;
  return (
    <li className="border-t border-hair py-1">
      <details>
        <summary className="cursor-pointer">
          <b className="font-normal tabular-nums">{day(begun.when)}</b> <span className="text-soft">{begun.name}</span>{" "}
          {begun.says} <span className="text-soft">({lines.length} entries)</span>
        </summary>
        <ul className="pl-4">
          {lines.map((l) => (
            <Line key={l.id} line={l} />
          ))}
        </ul>
      </details>
    </li>
  );
}

const day = (when: string) => new Date(when).toLocaleString([], { dateStyle: "medium", timeStyle: "short" });

function Line({ line }: { line: LogLine }) {
  const { id = "" } = useParams();
  const { record } = useRecord();
  const mine = ["remark", "picture", "reading", "broke", "test"].includes(line.kind);
  return (
    <li className={`border-t border-hair py-1 ${line.out ? "text-soft line-through decoration-1" : ""}`}>
      <div className="grid grid-cols-[minmax(0,1fr)_auto] items-baseline gap-x-3">
        <p className="flex flex-wrap items-baseline gap-x-3">
          <b className="font-normal tabular-nums">{day(line.when)}</b>
          {line.name && <span className="text-soft">{line.name}</span>}
          <span>{line.says}</span>
          <span className="min-w-0">{line.text}</span>
        </p>
        {mine && !line.out && (
          <button
            type="button"
            className="act text-small"
            onClick={() => void record({ kind: "take-back", takes_back: line.id })}
          >
            take back
          </button>
        )}
        {line.out && <span className="text-small no-underline">taken back</span>}
      </div>
      {line.pictures && (
        <p className="flex flex-wrap gap-2 pt-1">
          {line.pictures.map((hash) => (
            <a key={hash} href={pictureOf(id, hash, false)} target="_blank" rel="noreferrer">
              <img
                src={pictureOf(id, hash, true)}
                alt={`Picture, ${day(line.when)}`}
                className="h-28 border border-hair"
                loading="lazy"
              />
            </a>
          ))}
        </p>
      )}
    </li>
  );
}

/** A remark, with what it is about and pictures from the phone's camera. */
function Write() {
  const { id = "" } = useParams();
  const { shelfId } = useChoice();
  const design = useDesign();
  const { record, error } = useRecord();
  const topics = useWords()<NoteData["what"]>("Topic");
  const [what, setWhat] = useState<NoteData["what"]>("remark");
  const [about, setAbout] = useState(shelfId ?? "");
  const [text, setText] = useState("");
  const [pictures, setPictures] = useState<string[]>([]);
  const [why, setWhy] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const show = async (f: File) => {
    setWhy(null);
    if (f.size > MOST) return setWhy(`${f.name} is larger than a picture may be (12 MB)`);
    if (!["image/jpeg", "image/png", "image/webp"].includes(f.type))
      return setWhy(`${f.name} is no JPEG, PNG or WebP picture`);
    setBusy(true);
    try {
      const { hash } = await prove.picture(id, f);
      setPictures((was) => [...was, hash]);
    } catch (err) {
      setWhy(reason(err));
    } finally {
      setBusy(false);
    }
  };
  const write = async () => {
    const no = await record({
      kind: pictures.length > 0 && !text && what === "remark" ? "picture" : "remark",
      about,
      text,
      data: what === "remark" ? undefined : { what },
      pictures: pictures.length > 0 ? pictures : undefined,
    });
    if (no) return;
    setText("");
    setPictures([]);
  };
  const select = "min-h-11 bg-transparent text-chalk";
  return (
    <section className="flex flex-wrap items-center gap-x-4 gap-y-1 pt-2" aria-label="Write into the log">
      <select
        aria-label="what happened"
        className={select}
        value={what}
        onChange={(e) => setWhat(e.target.value as typeof what)}
      >
        {topics.map(([k, name]) => (
          <option key={k} value={k} className="bg-sheet text-ink">
            {name}
          </option>
        ))}
      </select>
      <select aria-label="of what" className={select} value={about} onChange={(e) => setAbout(e.target.value)}>
        <option value="" className="bg-sheet text-ink">
          the wall
        </option>
        {design.shelves.map((s) => (
          <option key={s.id} value={s.id} className="bg-sheet text-ink">
            {s.name}
          </option>
        ))}
      </select>
      <input
        aria-label="what to write"
        placeholder="what to write"
        className="min-h-11 min-w-0 flex-1 basis-64 border-b-2 border-chalk bg-transparent px-1"
        maxLength={2000}
        value={text}
        onChange={(e) => setText(e.target.value)}
      />
      <FileButton label="a picture" accept="image/jpeg,image/png,image/webp" onFile={show}>
        {busy ? "taking it in" : "a picture"}
      </FileButton>
      {pictures.map((hash) => (
        <img
          key={hash}
          src={pictureOf(id, hash, true)}
          alt="Picture to be written"
          className="h-14 border border-hair"
        />
      ))}
      <Press
        strong
        off={busy || (text.trim() === "" && pictures.length === 0 && what === "remark")}
        onClick={() => void write()}
      >
        Write it down
      </Press>
      {(why ?? error) && (
        <p role="alert" className="w-full text-red">
          {why ?? error}
        </p>
      )}
    </section>
  );
}

/** The log as files, and one from a file. */
function InAndOut() {
  const { id = "" } = useParams();
  const design = useDesign();
  const { again } = useRecord();
  const [says, setSays] = useState<string | null>(null);
  const [error, setError] = useState<string | null>(null);
  const take = async (f: File) => {
    setSays(null);
    setError(null);
    try {
      const zip = (await f.slice(0, 2).text()) === "PK";
      const got = await prove.takeLog(id, f, zip);
      setSays(`${got.added} ${got.added === 1 ? "entry" : "entries"} taken in, ${got.known} were here already.`);
      await again();
    } catch (err) {
      setError(reason(err));
    }
  };
  return (
    <>
      <button type="button" className="act min-h-11" onClick={() => void prove.saved(id, "log")}>
        as CSV
      </button>
      <button type="button" className="act min-h-11" onClick={() => void prove.saved(id, "entries")}>
        as entries
      </button>
      <a className="act flex min-h-11 items-center" href={api.archiveOf(id)}>
        the wall with all of it
      </a>
      <FileButton label="a log from a file" accept=".zip,.json,.jsonl" onFile={take}>
        a log from a file
      </FileButton>
      <button
        type="button"
        className="act min-h-11"
        onClick={() =>
          void build.exportedPaper("pdf", id, design, "log", design.units.length === "in" ? "letter" : "a4")
        }
      >
        print
      </button>
      {says && (
        <span role="status" className="text-vial">
          ✓ {says}
        </span>
      )}
      {error && (
        <span role="alert" className="text-red">
          {error}
        </span>
      )}
    </>
  );
}
