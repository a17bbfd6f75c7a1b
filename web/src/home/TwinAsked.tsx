import { useQuery } from "@tanstack/react-query";
import { api } from "../api/client";
import type { Project, Saved } from "../api/types.gen";

/** A file that was opened, and the wall here that it seems to be. */
export interface Twin {
  file: File;
  document: Project;
  here: Saved;
  /** Of an archive: the wall that was made of it already. */
  made?: Saved;
}

/** What is to become of it. */
export type TwinAnswer = "here" | "file" | "log" | "both" | "none";

const ids = (list: { id: string }[]) =>
  list
    .map((o) => o.id)
    .sort()
    .join(" ");

/** The wall among those here that a document seems to be a state of: with the same shelves, or its name and its studs. */
export const twinOf = (walls: Saved[], p: Project): Saved | undefined =>
  walls.find(
    ({ unreadable, document: w }) =>
      !unreadable &&
      ((p.shelves.length > 0 && ids(w.shelves) === ids(p.shelves)) ||
        (w.name === p.name && ids(w.wall.studs) === ids(p.wall.studs))),
  );

/** Asks what is to become of a file whose wall is here already. */
export function TwinAsked({ twin, onAnswer }: { twin: Twin; onAnswer: (a: TwinAnswer) => void }) {
  const { data } = useQuery({
    queryKey: ["twin", twin.document, twin.here.document],
    queryFn: ({ signal }) => api.changes(twin.here.document, twin.document, signal),
    gcTime: 0,
  });
  return (
    <section role="alertdialog" aria-label="It is here already" className="mb-4 border border-chalk bg-sheet p-3">
      <h2 className="font-semibold">
        {twin.here.document.name} is here already, last changed {new Date(twin.here.updated).toLocaleString()}
      </h2>
      {data && data.changes.length === 0 && <p>{twin.file.name} is the same.</p>}
      {data && data.changes.length > 0 && (
        <>
          <p>In {twin.file.name} it is different:</p>
          <ul>
            {data.changes.slice(0, 8).map((c) => (
              <li key={c}>{c}</li>
            ))}
            {data.changes.length > 8 && <li>and {data.changes.length - 8} more</li>}
          </ul>
        </>
      )}
      <p className="mt-2 flex flex-wrap gap-x-6">
        <button type="button" className="act font-semibold" onClick={() => onAnswer("here")}>
          Open the one that is here
        </button>
        {twin.made && (
          <button type="button" className="act" onClick={() => onAnswer("log")}>
            Take what it knows into the log of the one that is here
          </button>
        )}
        {!twin.made && ( // an archive has a journal of its own, which would be lost
          <button type="button" className="act" onClick={() => onAnswer("file")}>
            Put the file’s in its place
          </button>
        )}
        <button type="button" className="act" onClick={() => onAnswer("both")}>
          Keep both
        </button>
        <button type="button" className="act" onClick={() => onAnswer("none")}>
          cancel
        </button>
      </p>
    </section>
  );
}
