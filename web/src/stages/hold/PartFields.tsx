import type { Fixing, Shelf, Support } from "../../api/types.gen";
import { useBench } from "../../bench/context";
import { newId, type Edit } from "../../bench/edit";
import { Choice, Group, Pick } from "../../ui/fields";
import { Measure } from "../../ui/Measure";
import { FixingFields } from "./FixingFields";
import { JointFields } from "./JointFields";
import { at, put, stuffs, type Field, type Fields } from "./parts";

/** The fields of one part of a support, or of a rail; set puts the changed part into the design. */
export function PartFields<T extends object>({
  groups,
  part,
  set,
  fresh,
}: {
  groups: Fields[];
  part: T;
  set: (p: T) => Edit;
  /** Makes a part that may be put in; without it nothing optional is offered. */
  fresh?: (make: (s: Support, shelf: Shelf) => object) => object;
}) {
  const { edit } = useBench();
  return groups.map((g, n) => {
    const there = !g.part || at(part, g.part.path) !== undefined;
    const act = g.part && fresh && (
      <button
        type="button"
        className="act"
        onClick={() => g.part && edit(set(put(part, g.part.path, there ? undefined : fresh(g.part.fresh))))}
      >
        {there ? g.part.drop : g.part.add}
      </button>
    );
    if (!there)
      return (
        <div key={n} className="border-t border-hair py-1">
          {act}
        </div>
      );
    const shown = g.fields.filter((f) => !f.when || f.when(part as Record<string, unknown>));
    if (shown.length === 0) return null;
    return (
      <Group key={n} title={g.title} action={act}>
        {shown.map((f) => (
          <FieldLine
            key={f.kind + f.path + ("at" in f ? f.at : "")}
            field={f}
            part={part}
            set={set}
            first={n === 0 && f === g.fields[0]}
          />
        ))}
      </Group>
    );
  });
}

function FieldLine<T extends object>({
  field: f,
  part,
  set,
  first,
}: {
  field: Field;
  part: T;
  set: (p: T) => Edit;
  first: boolean;
}) {
  const { edit, catalogue } = useBench();
  const value = at(part, f.path);
  const with_ = (v: unknown) => set(put(part, f.path, v));
  switch (f.kind) {
    case "length":
    case "fine":
    case "mass":
    case "count":
    case "degrees":
    case "number":
      return (
        <Measure
          first={first}
          fine={f.kind === "fine"}
          label={f.label}
          kind={f.kind === "mass" ? "mass" : f.kind === "length" || f.kind === "fine" ? "length" : "number"}
          value={typeof value === "number" ? value : 0}
          onValue={(v) => with_(f.kind === "count" ? Math.round(v) : v)}
        />
      );
    case "choice":
      return (
        <Choice
          label={f.label}
          value={String(value ?? f.options[0]?.[0])}
          options={f.options}
          onChange={(v) => {
            let filled = put(part, f.path, v);
            for (const [path, fill] of Object.entries(f.fills ?? {}))
              if (!at(filled, path)) filled = put(filled, path, fill);
            edit(set(filled));
          }}
        />
      );
    case "yes":
      return (
        <Choice
          label={f.label}
          value={value ? "yes" : "no"}
          options={[
            ["yes", f.words[0]],
            ["no", f.words[1]],
          ]}
          onChange={(v) => edit(with_(v === "yes"))}
        />
      );
    case "wood":
      return (
        <Pick
          label={f.label}
          value={String(value ?? "")}
          options={stuffs(catalogue)}
          onChange={(v) => edit(with_(v))}
        />
      );
    case "fixing":
      return <FixingFields fixing={value as Fixing} set={(x) => with_({ ...(value as object), ...x })} />;
    case "joint":
      return <JointFields joint={value as Parameters<typeof JointFields>[0]["joint"]} set={with_} />;
    case "rows":
      return <Rows list={(value ?? []) as number[]} label={f.label} set={with_} />;
    case "holes":
      return <Holes list={(value ?? []) as Record<string, unknown>[]} label={f.label} at={f.at} set={with_} />;
  }
}

/** Heights of rows, each typed on. */
function Rows({ list, label, set }: { list: number[]; label: string; set: (v: unknown) => Edit }) {
  const { edit } = useBench();
  return (
    <>
      {list.map((y, i) => (
        <div key={i} className="flex items-center gap-2">
          <div className="min-w-0 flex-1">
            <Measure
              label={`row ${i + 1}, ${label}`}
              kind="length"
              value={y}
              onValue={(v) => set(list.map((o, k) => (k === i ? v : o)))}
            />
          </div>
          <button
            type="button"
            className="act"
            aria-label={`Remove row ${i + 1}`}
            onClick={() => edit(set(list.filter((_, k) => k !== i)))}
          >
            ✕
          </button>
        </div>
      ))}
      <button type="button" className="act" onClick={() => edit(set([...list, (list.at(-1) ?? 0) + 100]))}>
        one more row
      </button>
    </>
  );
}

/** A list of places, each typed on; one more goes half a hand further on. */
function Holes({
  list,
  label,
  at: key,
  set,
}: {
  list: Record<string, unknown>[];
  label: string;
  at: string;
  set: (v: unknown) => Edit;
}) {
  const { edit } = useBench();
  const place = (o: Record<string, unknown>) => (typeof o[key] === "number" ? o[key] : 0);
  const last = list.at(-1);
  return (
    <>
      {list.map((h, i) => (
        <div key={String(h.id)} className="flex items-center gap-2">
          <div className="min-w-0 flex-1">
            <Measure
              label={`${i + 1}, ${label}`}
              kind="length"
              value={place(h)}
              onValue={(v) => set(list.map((o) => (o === h ? { ...o, [key]: v } : o)))}
            />
          </div>
          <button
            type="button"
            className="act"
            aria-label={`Remove ${i + 1}, ${label}`}
            onClick={() => edit(set(list.filter((o) => o !== h)))}
          >
            ✕
          </button>
        </div>
      ))}
      {last && list.length < 24 && (
        <button
          type="button"
          className="act"
          onClick={() => edit(set([...list, { ...last, id: newId(), [key]: place(last) + 40 }]))}
        >
          one more
        </button>
      )}
    </>
  );
}
