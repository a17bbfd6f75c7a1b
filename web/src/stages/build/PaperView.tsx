import { useState } from "react";
import { useParams } from "react-router";
import { build } from "../../api/build";
import { busy, reason } from "../../api/client";
import type { PaperItem, PaperRequest } from "../../api/types.gen";
import { useDesign, useWords } from "../../bench/context";
import { Choice } from "../../ui/fields";
import { usePapers } from "./useMaking";

/** What will print, page by page, at true proportion. */
export function PaperView() {
  const { id = "" } = useParams();
  const design = useDesign();
  const words = useWords();
  const [key, setKey] = useState("check");
  const [size, setSize] = useState<PaperRequest["size"]>(design.units.length === "in" ? "letter" : "a4");
  const [error, setError] = useState<string | null>(null);
  const { reply, why, settling } = usePapers(key, size);
  const now = reply?.papers.find((p) => p.key === key);
  const save = (format: string) =>
    void busy(build.exportedPaper(format, id, design, key, size)).then(
      () => setError(null),
      (err: unknown) => setError(reason(err)),
    );
  return (
    <div className="grid min-h-0 flex-1 grid-cols-[14rem_minmax(0,1fr)] gap-x-5 overflow-y-auto px-4 pb-3 max-[700px]:grid-cols-1">
      <div className="pt-2">
        <Choice label="paper" value={size} options={words<PaperRequest["size"]>("Paper")} onChange={setSize} />
        <List title="Sheets" all={reply?.papers.filter((p) => !p.template) ?? []} now={key} onPick={setKey} />
        <List
          title="Templates, true to scale"
          all={reply?.papers.filter((p) => p.template) ?? []}
          now={key}
          onPick={setKey}
        />
      </div>
      <div className="min-w-0 pt-2">
        {(why ?? error) && (
          <p role="alert" className="text-red">
            {why ?? error}
          </p>
        )}
        {now && (
          <header className="flex flex-wrap items-baseline gap-x-4">
            <h2 className="text-head font-semibold">{now.name}</h2>
            <span className="text-soft">
              {now.sheets} {now.sheets === 1 ? "sheet" : "sheets"}
            </span>
            <button type="button" className="act font-semibold" onClick={() => save("pdf")}>
              save as PDF
            </button>
            {now.template && (
              <>
                <button type="button" className="act" onClick={() => save("svg")}>
                  SVG
                </button>
                <button type="button" className="act" onClick={() => save("dxf")}>
                  DXF
                </button>
              </>
            )}
          </header>
        )}
        {now?.template && (
          <p className="text-small text-soft">
            Print at 100 %, then lay a rule on the bars of every sheet. Neighbours overlap: lay cross on cross.
          </p>
        )}
        <div className="flex flex-wrap gap-3 pt-2" aria-busy={settling} data-testid="pages">
          {!settling &&
            reply?.pages.map((svg, i) => (
              <img
                key={i}
                src={`data:image/svg+xml;charset=utf-8,${encodeURIComponent(svg)}`}
                alt={`${now?.name ?? ""}, sheet ${i + 1}`}
                className="w-[min(100%,20.3rem)] border border-hair bg-white"
              />
            ))}
        </div>
      </div>
    </div>
  );
}

function List({
  title,
  all,
  now,
  onPick,
}: {
  title: string;
  all: PaperItem[];
  now: string;
  onPick: (key: string) => void;
}) {
  return (
    <>
      <h3 className="pt-2 font-semibold">{title}</h3>
      <ul>
        {all.map((p) => (
          <li key={p.key}>
            <button
              type="button"
              aria-pressed={p.key === now}
              className={`grid min-h-7 w-full grid-cols-[minmax(0,1fr)_auto] items-baseline gap-x-2 text-left hover:text-chalk ${p.key === now ? "font-semibold text-chalk" : ""}`}
              onClick={() => onPick(p.key)}
            >
              <span>{p.name}</span>
              <span className="fig font-normal text-soft">{p.sheets}</span>
            </button>
          </li>
        ))}
      </ul>
    </>
  );
}
