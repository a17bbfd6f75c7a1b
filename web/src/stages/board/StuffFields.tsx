import type { Catalogue, Shelf } from "../../api/types.gen";
import { useState } from "react";
import { reason } from "../../api/client";
import { stages } from "../../api/stages";
import { linkOf, reportOf, useAnswer, useCatalogue, useDeeds, useDesign } from "../../bench/context";
import { useOwn } from "../../bench/useOwn";
import { nameOf } from "../../bench/words";
import { fine, length, stress } from "../../format";
import { Choice, Group, ListRow, Pick, Row } from "../../ui/fields";
import { GradePicture } from "./GradePicture";
import { setBoard, takeStock } from "../../model/board";

/** Everything that a board may be made of, in its groups. */
export function stuffOf(c: Catalogue): [string, string, string][] {
  const panels = c.panels.filter((p, i, all) => all.findIndex((o) => o.key === p.key) === i);
  return [
    ...c.woods.map((w): [string, string, string] => [
      w.key,
      w.name,
      w.family === "hardwood" ? "Hardwoods" : "Softwoods",
    ]),
    ...c.lumber.map((l): [string, string, string] => [l.key, l.name, "Construction lumber"]),
    ...panels.map((p): [string, string, string] => [p.key, p.name, "Panels"]),
  ];
}

/** What the board is made of, or what it may be; how good it is; boards of one's own. */
export function StuffFields({ shelf }: { shelf: Shelf }) {
  const design = useDesign();
  const report = useAnswer();
  const catalogue = useCatalogue();
  const { edit } = useDeeds();
  const own = useOwn();
  const b = shelf.board;
  const set = (patch: Parameters<typeof setBoard>[1]) => edit(setBoard(shelf.id, patch));
  const stuff = stuffOf(catalogue);
  const other = stuff.find(([key]) => !b.woods.includes(key))?.[0];
  const setWoods = (woods: string[]) => {
    const sheets = woods.every((k) => catalogue.panels.some((p) => p.key === k));
    set({ woods, tested_mpa: undefined, across: sheets ? b.across : undefined });
  };
  const [error, setError] = useState("");
  const forget = async (key: string) => {
    try {
      await stages.forgetBoard(key);
      await own.refetch();
      setError("");
    } catch (err) {
      setError(reason(err));
    }
  };
  const panel = catalogue.panels.some((p) => p.key === b.woods[0]);
  const solid = catalogue.woods.some((w) => b.woods.includes(w.key));
  const sags = linkOf(reportOf(report, shelf.id), reportOf(report, shelf.id)?.sagging?.link);
  const grade = catalogue.grades.find((g) => g.key === b.grade);
  return (
    <Group
      title={b.woods.length > 1 ? "One of these" : "Made of"}
      action={
        other &&
        b.woods.length < 8 && (
          <button type="button" className="act" onClick={() => setWoods([...b.woods, other])}>
            not sure: add one
          </button>
        )
      }
    >
      {b.woods.map((key, i) => (
        <div key={i} className="flex items-center gap-2">
          <div className="min-w-0 flex-1">
            <Pick
              label={i === 0 ? "wood" : "or"}
              value={key}
              options={stuff}
              onChange={(v) => setWoods(b.woods.map((o, j) => (j === i ? v : o)))}
            />
          </div>
          {b.woods.length > 1 && (
            <button
              type="button"
              className="act"
              aria-label={`Not ${key}`}
              onClick={() => setWoods(b.woods.filter((_, j) => j !== i))}
            >
              ✕
            </button>
          )}
        </div>
      ))}
      {b.woods.length > 1 && sags && <Row label="softest of them">{nameOf(catalogue, sags.wood)}</Row>}
      {b.tested_mpa ? (
        <p className="text-small text-vial">
          As your test found it: E {stress(b.tested_mpa, design.units)}.{" "}
          <button type="button" className="act" onClick={() => set({ tested_mpa: undefined })}>
            back to the table
          </button>
        </p>
      ) : null}
      {solid && (
        <>
          <Pick
            label="grade"
            value={b.grade}
            options={catalogue.grades.map((g) => [g.key, g.name])}
            onChange={(g) => set({ grade: g })}
          />
          <GradePicture grade={b.grade} name={grade?.name ?? ""} />
        </>
      )}
      {panel && (
        <Choice
          label="face grain runs"
          value={b.across ? "across" : "along"}
          options={[
            ["along", "along"],
            ["across", "across"],
          ]}
          onChange={(v) => set({ across: v === "across" || undefined })}
        />
      )}
      {own.data && own.data.boards.length > 0 && (
        <>
          <p className="pt-1 text-soft">boards of your own</p>
          {error && (
            <p role="alert" className="text-red">
              {error}
            </p>
          )}
          <ul>
            {own.data.boards.map((o) => (
              <li key={o.key} className="flex items-center gap-2">
                <ul className="min-w-0 flex-1">
                  <ListRow
                    on={b.tested_mpa === o.e_mpa && b.woods[0] === o.wood}
                    figure={`${fine(o.thickness_mm, design.units).replace(/ \w+$/, "")} × ${length(o.width_mm, design.units)} ${design.units.length}`}
                    onClick={() => edit(takeStock(shelf.id, o))}
                  >
                    {o.name}
                  </ListRow>
                </ul>
                <button
                  type="button"
                  className="act"
                  aria-label={`Forget ${o.name}`}
                  onClick={() => void forget(o.key)}
                >
                  ✕
                </button>
              </li>
            ))}
          </ul>
        </>
      )}
    </Group>
  );
}
