import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { reason } from "../api/client";
import { kept } from "../api/kept";
import type { CopyOf, Preview } from "../api/types.gen";
import { FileButton } from "../ui/FileButton";
import { Sheet } from "../ui/Sheet";
import { Sure } from "../ui/Sure";

/** A backup that may be taken in: a file of the person's, or one of the copies of the days. */
interface Source {
  label: string;
  from: File | CopyOf;
}

const BECOMES: Record<string, string> = {
  new: "comes back",
  changed: "goes back to how it was",
  gone: "goes, as it is not in there",
  same: "stays as it is",
};

/** All walls, journals, pictures and own things in one file, out and in. */
export function BackupSheet({ open, onClose }: { open: boolean; onClose: () => void }) {
  const queries = useQueryClient();
  const copies = useQuery({ queryKey: ["copies"], queryFn: kept.copies, enabled: open, staleTime: 0, gcTime: 0 });
  const [asked, setAsked] = useState<(Source & { preview: Preview }) | null>(null);
  const [said, setSaid] = useState<{ wrong: boolean; text: string } | null>(null);

  const attempt = async (work: () => Promise<void>) => {
    setSaid(null);
    try {
      await work();
    } catch (err) {
      setSaid({ wrong: true, text: `${reason(err)} Nothing has changed.` });
    }
  };
  const look = (s: Source) =>
    attempt(async () => {
      setAsked(null);
      setAsked({ ...s, preview: await kept.compareBackup(s.from) });
    });
  const take = (s: Source) =>
    attempt(async () => {
      await kept.restoreBackup(s.from);
      setAsked(null);
      setSaid({ wrong: false, text: `Restored from ${s.label}. What was here before is the newest of the copies.` });
      await queries.invalidateQueries();
    });

  return (
    <Sheet open={open} onClose={onClose} title="Backup">
      <p>
        <a className="act font-semibold" href="/api/backup" download>
          Save all of it in one file
        </a>{" "}
        <span className="text-soft">walls, journals, pictures, your own things and your shop</span>
      </p>
      <p className="mt-3">
        <FileButton
          label="Backup file"
          accept=".db,application/vnd.sqlite3"
          onFile={(f) => look({ label: f.name, from: f })}
        >
          Open a backup file
        </FileButton>{" "}
        <span className="text-soft">you see what would change before anything does</span>
      </p>
      {said && (
        <p role={said.wrong ? "alert" : "status"} className={`mt-3 ${said.wrong ? "text-red" : "font-semibold"}`}>
          {said.text}
        </p>
      )}
      {asked && (
        <section className="mt-4 border border-hair p-3" aria-label={`What ${asked.label} would change`}>
          <h3 className="text-head font-semibold">{asked.label}</h3>
          <ul className="mt-1">
            {asked.preview.walls.map((w, i) => (
              <li key={i}>
                <span className="font-semibold">{w.name}</span> {BECOMES[w.is] ?? w.is}
                {w.is === "changed" && (
                  <span className="text-soft">
                    : here from {day(w.here)}, there from {day(w.there)}
                  </span>
                )}
              </li>
            ))}
          </ul>
          <p className="mt-2">
            In there: {held(asked.preview.there)}. Here now: {held(asked.preview.here)}.
          </p>
          <p className="mt-3">
            <Sure
              label="Put it in the place of what is here"
              lost="All that is here is replaced; a copy of it is kept."
              onSure={() => void take(asked)}
            />
          </p>
        </section>
      )}
      <h3 className="mt-6 border-t border-hair pt-3 text-head font-semibold">Copies made by themselves</h3>
      {copies.data?.copies.length === 0 && (
        <p className="text-soft">None yet. One is made each day that the app runs.</p>
      )}
      {copies.error && <p className="text-red">{reason(copies.error)}</p>}
      <ul>
        {copies.data?.copies.map((c) => (
          <li key={c.name} className="flex flex-wrap items-baseline gap-x-4">
            <span className="fig whitespace-nowrap">{day(c.made)}</span>
            <span className="min-w-40 flex-1 text-soft">
              {why(c.name)}, <span className="fig">{Math.ceil(c.size / 1024)}</span> kB
            </span>
            <button
              type="button"
              className="act"
              onClick={() => void look({ label: `the copy of ${day(c.made)}`, from: c })}
            >
              what would change
            </button>
          </li>
        ))}
      </ul>
    </Sheet>
  );
}

/** Why a copy was made, by its name. */
function why(name: string): string {
  if (name.startsWith("before-restore")) return "before a backup was taken in";
  if (name.startsWith("before-upgrade")) return "before a newer version of the app";
  return "of the day";
}

const day = (iso: string) =>
  new Date(iso).toLocaleString([], {
    year: "numeric",
    month: "short",
    day: "numeric",
    hour: "2-digit",
    minute: "2-digit",
    hour12: false,
  });

function held(h: Preview["here"]): string {
  const counted: [number, string, string][] = [
    [h.walls, "wall", "walls"],
    [h.entries, "journal entry", "journal entries"],
    [h.pictures, "picture", "pictures"],
    [h.own, "own thing", "own things"],
  ];
  const there = counted.filter(([n]) => n > 0).map(([n, one, more]) => `${n} ${n === 1 ? one : more}`);
  return there.join(", ") || "no walls";
}
