import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Suspense, useState } from "react";
import { lazy } from "../ui/lazy";
import { Link, useNavigate } from "react-router";
import { Checker } from "../api/checker";
import { tab } from "../api/window";
import { api, reason, Refused } from "../api/client";
import { BEGINNINGS } from "../api/types.gen";
import type { FileProblem, Saved } from "../api/types.gen";
import { usualUnits } from "../format";
import { line, tone } from "../bench/words";
import type { Twin, TwinAnswer } from "./TwinAsked";
import { WallDrawing } from "./WallDrawing";
import { FileButton } from "../ui/FileButton";

const Due = lazy(() => import("./Due").then((m) => ({ default: m.Due })));
const TwinAsked = lazy(() => import("./TwinAsked").then((m) => ({ default: m.TwinAsked })));
const BackupSheet = lazy(() => import("./BackupSheet").then((m) => ({ default: m.BackupSheet })));

/** All walls, as small live drawings with what they come to. */
export function Home() {
  const go = useNavigate();
  const queries = useQueryClient();
  const walls = useQuery({ queryKey: ["projects"], queryFn: api.projects, staleTime: 0, gcTime: 0 });
  const [problems, setProblems] = useState<{ name: string; list: FileProblem[] } | null>(null);
  const [gone, setGone] = useState<Saved | null>(null);
  const [error, setError] = useState<string | null>(null);
  const [backup, setBackup] = useState(false);
  const [asking, setAsking] = useState(false);
  const [twin, setTwin] = useState<Twin | null>(null);
  const refresh = () => queries.invalidateQueries({ queryKey: ["projects"] });

  const attempt = async (work: () => Promise<void>) => {
    setError(null);
    try {
      await work();
    } catch (err) {
      setError(reason(err));
    }
  };
  const create = (begin: Beginning) =>
    attempt(async () => {
      const { project } = await api.make({ what: "wall", with: begin, units: usualUnits() });
      if (!project) return;
      const made = await api.create(project);
      void go(`/wall/${made.id}${begin === "empty" ? "/wall" : "/load"}`);
    });
  const openFile = (f: File) =>
    attempt(async () => {
      setProblems(null);
      const zip = (await f.slice(0, 2).text()) === "PK";
      const most = zip ? 256 : 4; // MB
      if (f.size > most << 20) {
        const message = `the file is larger than a project can be (${most} MB)`;
        setProblems({ name: f.name, list: [{ path: "", message }] });
        return;
      }
      try {
        const made = zip ? await api.unpack(f) : undefined;
        const document = made?.document ?? (await api.readFile(await f.text()));
        const { twinOf } = await import("./TwinAsked");
        const here = twinOf(
          (await api.projects()).filter((w) => w.id !== made?.id),
          document,
        );
        if (here) setTwin({ file: f, document, here, made });
        else void go(`/wall/${(made ?? (await api.create(document))).id}`);
      } catch (err) {
        if (!(err instanceof Refused)) throw err;
        setProblems({ name: f.name, list: err.failure.problems ?? [{ path: "", message: err.message }] });
      }
    });
  const settle = ({ file, document, here, made }: Twin, answer: TwinAnswer) =>
    attempt(async () => {
      if (answer === "log") await (await import("../api/prove")).prove.takeLog(here.id, file, true); // before the one that was made of it goes
      setTwin(null);
      if (answer === "both") return void go(`/wall/${(made ?? (await api.create(document))).id}`);
      if (made) await api.remove(made.id);
      if (answer === "file") await api.replace(here.id, here.version, document, tab);
      if (answer !== "none") void go(`/wall/${here.id}`);
      await refresh();
    });
  const remove = (w: Saved) =>
    attempt(async () => {
      await api.remove(w.id);
      setGone(w);
      await refresh();
    });
  const mend = (w: Saved) =>
    attempt(async () => {
      await api.mend(w.id);
      await refresh();
    });
  const restore = () =>
    attempt(async () => {
      if (!gone) return;
      await api.restore(gone.id);
      setGone(null);
      await refresh();
    });

  return (
    <main className="mx-auto max-w-[1240px] px-5 py-5">
      <header className="mb-5 flex flex-wrap items-baseline gap-x-8 gap-y-2 border-b border-ink pb-3">
        <h1 className="text-figure font-semibold tracking-tight">Aguante</h1>
        <p className="flex-1 text-soft">Will it hold, what gives first, and what would make it hold?</p>
        <button
          type="button"
          className="act font-semibold"
          aria-expanded={asking}
          onClick={() => setAsking((now) => !now)}
        >
          New wall
        </button>
        <FileButton label="Project file" accept=".json,.zip,application/json,application/zip" onFile={openFile}>
          Open a project file
        </FileButton>
        <button type="button" className="act" onClick={() => setBackup(true)}>
          Backup
        </button>
      </header>
      {(asking || walls.data?.length === 0) && (
        <section aria-label="What do you want to hang?" className="mb-4 flex flex-wrap items-baseline gap-x-5 gap-y-1">
          <span className="font-semibold">What do you want to hang?</span>
          {BEGINNINGS.map(([key, name]) => (
            <button key={key} type="button" className="act" onClick={() => void create(key)}>
              {name}
            </button>
          ))}
        </section>
      )}
      {error && (
        <p role="alert" className="mb-3 text-red">
          {error}
        </p>
      )}
      <Suspense fallback={null}>
        {twin && <TwinAsked twin={twin} onAnswer={(a) => void settle(twin, a)} />}
        <Due />
      </Suspense>
      {problems && (
        <section role="alert" className="mb-4 border border-red bg-sheet p-3" data-testid="file-problems">
          <h2 className="font-semibold text-red">{problems.name} was not opened; nothing has changed</h2>
          <ul className="mt-1">
            {problems.list.map((p, i) => (
              <li key={i}>
                {p.line ? <span className="fig text-soft">line {p.line}: </span> : null}
                {p.path && <span className="fig">{p.path}: </span>}
                {p.message}
              </li>
            ))}
          </ul>
        </section>
      )}
      {gone && (
        <p role="status" className="mb-4 border border-hair bg-sheet p-3">
          {nameOf(gone)} is deleted.{" "}
          <button type="button" className="act" onClick={() => void restore()}>
            Undo
          </button>
        </p>
      )}
      {walls.error && <p className="text-red">{reason(walls.error)}</p>}
      <ul className="grid gap-x-8 gap-y-8 md:grid-cols-2">
        {walls.data?.map((w) =>
          w.unreadable ? (
            <Unreadable key={w.id} wall={w} onMend={() => void mend(w)} onDelete={() => void remove(w)} />
          ) : (
            <WallEntry key={w.id} wall={w} onDelete={() => void remove(w)} />
          ),
        )}
      </ul>
      {backup && (
        <Suspense>
          <BackupSheet open onClose={() => setBackup(false)} />
        </Suspense>
      )}
      <p className="mt-8 border-t border-hair pt-2 text-small text-soft">
        A check for hobby use, not an engineer’s or a code approval. Local codes and licensed people decide. No verdict
        on anything a person stands on, or on loads from wind, earthquakes or crowds.
      </p>
    </main>
  );
}

type Beginning = (typeof BEGINNINGS)[number][0];

const nameOf = (w: Saved) => (w.unreadable ? "The wall that cannot be read" : w.document.name);

/** A wall whose document is damaged: the others are there, and so is how it was. */
function Unreadable({ wall, onMend, onDelete }: { wall: Saved; onMend: () => void; onDelete: () => void }) {
  return (
    <li className="self-start border border-red bg-sheet p-3">
      <h2 className="text-head font-semibold text-red">A wall that cannot be read</h2>
      <p>
        Last changed {new Date(wall.updated).toLocaleString()}. <span className="text-soft">{wall.unreadable}</span>
      </p>
      <p className="mt-2 flex gap-6">
        <button type="button" className="act font-semibold" onClick={onMend}>
          Bring back its last state that can be read
        </button>
        <button type="button" className="act" onClick={onDelete} aria-label="Delete the wall that cannot be read">
          delete
        </button>
      </p>
    </li>
  );
}

const INK = { bad: "text-red", close: "text-ochre", good: "text-vial", open: "text-ink" };

function WallEntry({ wall, onDelete }: { wall: Saved; onDelete: () => void }) {
  const q = useQuery({
    queryKey: ["verdict", wall.id, wall.version],
    queryFn: () => new Checker().ask(wall.document, null),
  });
  const r = q.data?.report;
  const refused = q.data?.refused;
  return (
    <li>
      <Link
        to={`/wall/${wall.id}`}
        className="block border border-hair bg-sheet hover:border-chalk"
        aria-label={`Open ${wall.document.name}`}
      >
        <WallDrawing design={wall.document} report={r} />
      </Link>
      <div className="mt-1 flex items-baseline justify-between gap-4">
        <h2 className="text-head font-semibold">
          <Link to={`/wall/${wall.id}`} className="inline-block min-h-[24px] hover:underline">
            {wall.document.name}
          </Link>
        </h2>
        <button type="button" className="act" onClick={onDelete} aria-label={`Delete ${wall.document.name}`}>
          delete
        </button>
      </div>
      {r?.shelves.map((s) => (
        <p key={s.id}>
          <span className={`font-semibold ${INK[tone(s)]}`}>{s.name}:</span> {line(s, wall.document.units)}
        </p>
      ))}
      {wall.document.shelves.map((s) => {
        const why = refused?.get(s.id)?.[0];
        return (
          why && (
            <p key={s.id} className="text-red">
              <span className="font-semibold">{s.name}:</span> cannot say: {why.message}
            </p>
          )
        );
      })}
      {q.error && <p className="text-red">{reason(q.error)}</p>}
    </li>
  );
}
