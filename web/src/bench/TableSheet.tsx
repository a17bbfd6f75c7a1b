import { useState } from "react";
import { api, reason } from "../api/client";
import { stages } from "../api/stages";
import type { TableReply } from "../api/types.gen";
import { useDeeds, useDesign } from "./context";
import { Sheet } from "../ui/Sheet";
import { FileButton } from "../ui/FileButton";
import type { Edit } from "../model/edit";

/**
 * A table in and out as CSV: of a shelf's contents, or of the wall's studs.
 * What would change is shown first, with every line that cannot be taken.
 */
export function TableSheet({
  shelf,
  open,
  onClose,
  name,
}: {
  shelf: string;
  open: boolean;
  onClose: () => void;
  name: string;
}) {
  const design = useDesign();
  const { tryEdit } = useDeeds();
  const [reply, setReply] = useState<TableReply | null>(null);
  const [file, setFile] = useState("");
  const [error, setError] = useState<string | null>(null);
  const rows = reply ? (shelf ? reply.items.length : reply.studs.length) : 0;
  const had = shelf ? (design.shelves.find((s) => s.id === shelf)?.contents.length ?? 0) : design.wall.studs.length;

  const attempt = async (work: () => Promise<string | null>) => {
    try {
      setError(await work());
    } catch (err) {
      setError(reason(err));
    }
  };
  const read = (f: File) =>
    attempt(async () => {
      setReply(null);
      setFile(f.name);
      if (f.size > 1 << 20) return `${f.name} is larger than a table can be (1 MB)`;
      setReply(await stages.readTable({ design, shelf, text: await f.text() }));
      return null;
    });
  const save = () =>
    attempt(async () => {
      await api.exported(shelf ? "contents" : "studs", { design, shelf });
      return null;
    });
  const take = (replace: boolean) =>
    attempt(async () => {
      if (!reply) return null;
      const put: Edit = (p) =>
        shelf
          ? {
              ...p,
              shelves: p.shelves.map((s) =>
                s.id === shelf ? { ...s, contents: replace ? reply.items : [...s.contents, ...reply.items] } : s,
              ),
            }
          : {
              ...p,
              wall: {
                ...p.wall,
                studs: (replace ? reply.studs : [...p.wall.studs, ...reply.studs]).sort((a, b) => a.x_mm - b.x_mm),
              },
            };
      const why = await tryEdit(put);
      if (!why) {
        setReply(null);
        onClose();
      }
      return why;
    });

  return (
    <Sheet open={open} onClose={onClose} title={`${name}, as a table`}>
      <p className="flex gap-6">
        <button type="button" className="act" onClick={() => void save()}>
          Save as CSV
        </button>
        <FileButton label="CSV file" accept=".csv,text/csv" onFile={read}>
          Open a CSV file
        </FileButton>
      </p>
      {error && (
        <p role="alert" className="mt-2 text-red">
          {error}
        </p>
      )}
      {reply && (
        <section className="mt-3" data-testid="table">
          <p>
            {file}: <span className="fig">{rows}</span> {rows === 1 ? "line" : "lines"} can be taken,{" "}
            <span className="fig">{reply.bad.length}</span> cannot. Nothing has changed yet.
          </p>
          <ul className="mt-1">
            {reply.items?.map((i) => (
              <li key={i.id} className="border-t border-hair py-0.5">
                {i.name}
              </li>
            ))}
            {reply.bad.map((b) => (
              <li key={b.line} className="border-t border-hair py-0.5 text-red">
                <span className="fig">line {b.line}</span>: {b.message}
              </li>
            ))}
          </ul>
          {rows > 0 && (
            <p className="mt-2 flex flex-wrap gap-x-6">
              <button type="button" className="act font-semibold" onClick={() => void take(false)}>
                Add {rows} to the {had} there are
              </button>
              <button type="button" className="act" onClick={() => void take(true)}>
                Replace the {had} by these {rows}
              </button>
            </p>
          )}
        </section>
      )}
    </Sheet>
  );
}
