import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api, reason } from "../../api/client";
import { stages } from "../../api/stages";
import type { StockPart, PartsTable } from "../../api/types.gen";
import { useCatalogue, useDesign } from "../../bench/context";
import { useOwn } from "../../bench/useOwn";
import { decimal, lengthUnit } from "../../format";
import { FileButton } from "../../ui/FileButton";
import { Sheet } from "../../ui/Sheet";

/** One's own parts, kept for every wall: what they are, what they cost, in and out as CSV. */
export function PartsSheet({ onClose }: { onClose: () => void }) {
  const own = useOwn();
  const queries = useQueryClient();
  const [error, setError] = useState<string | null>(null);
  const [read, setRead] = useState<PartsTable | null>(null);
  const attempt = async (work: () => Promise<unknown>) => {
    try {
      await work();
      setError(null);
      await queries.invalidateQueries({ queryKey: ["own"] });
    } catch (err) {
      setError(reason(err));
    }
  };
  const parts = own.data?.parts ?? [];
  return (
    <Sheet open onClose={onClose} title="My parts">
      <p className="text-soft">
        Brackets, anchors, hooks and screws of your own, for use on every wall. “Keep” beside a part at 4 Hold puts it
        here.
      </p>
      <p className="flex gap-6">
        <button type="button" className="act" onClick={() => void attempt(() => api.exported("parts", null))}>
          Save as CSV
        </button>
        <FileButton
          label="CSV file of parts"
          accept=".csv,text/csv"
          onFile={(f) => attempt(async () => setRead(await stages.partsTable(await f.text())))}
        >
          Open a CSV file
        </FileButton>
      </p>
      {error && (
        <p role="alert" className="text-red">
          {error}
        </p>
      )}
      {read && (
        <section data-testid="parts-read" className="my-2 border-y border-hair py-2">
          <p>
            <span className="fig">{read.parts.length}</span> lines can be taken,{" "}
            <span className="fig">{read.bad.length}</span> cannot. Nothing has changed yet.
          </p>
          {read.bad.map((b) => (
            <p key={b.line} className="text-red">
              <span className="fig">line {b.line}</span>: {b.message}
            </p>
          ))}
          {read.parts.length > 0 && (
            <button
              type="button"
              className="act font-semibold"
              onClick={() =>
                void attempt(async () => {
                  for (const p of read.parts) await api.keepPart(p);
                  setRead(null);
                })
              }
            >
              Keep these {read.parts.length}
            </button>
          )}
        </section>
      )}
      <ul data-testid="parts">
        {parts.map((p) => (
          <PartLine
            key={p.key}
            part={p}
            onKeep={(q) => attempt(() => api.keepPart(q))}
            onForget={() => attempt(() => api.forgetPart(p.key))}
          />
        ))}
      </ul>
      {parts.length === 0 && <p>None yet.</p>}
    </Sheet>
  );
}

function PartLine({
  part: p,
  onKeep,
  onForget,
}: {
  part: StockPart;
  onKeep: (p: StockPart) => void;
  onForget: () => void;
}) {
  const design = useDesign();
  const catalogue = useCatalogue();
  const [price, setPrice] = useState<string | null>(null);
  const u = design.units;
  const type = catalogue.fasteners.find((f) => f.key === p.type);
  const sizes = [
    type && type.name !== p.name ? type.name : "",
    p.length_mm ? `${lengthUnit(p.length_mm, u)} long` : "",
    p.reach_mm ? `reaches ${lengthUnit(p.reach_mm, u)}` : "",
  ].filter(Boolean);
  const bad = price !== null && !(Number(price) >= 0);
  return (
    <li className="grid grid-cols-[minmax(0,1fr)_auto_auto] items-center gap-x-4 border-t border-hair py-1">
      <span>
        {p.name} <span className="text-small text-soft">{sizes.join(", ")}</span>
      </span>
      <label className="text-soft">
        price, each{" "}
        <input
          aria-label={`Price of ${p.name}`}
          aria-invalid={bad}
          inputMode="decimal"
          className={`fig w-20 border-b bg-transparent text-right text-ink ${bad ? "border-red" : "border-hair"}`}
          value={price ?? (p.price ? decimal(p.price, 2) : "")}
          onChange={(e) => setPrice(e.target.value)}
          onBlur={() => {
            if (price !== null && !bad) {
              onKeep({ ...p, price: Number(price) });
              setPrice(null);
            }
          }}
        />
      </label>
      <button type="button" className="act" onClick={onForget}>
        forget
      </button>
    </li>
  );
}
