import { useDeeds } from "../../bench/context";
import type { Edit } from "../../model/edit";
import { Measure } from "../../bench/Measure";

/** A figure of a list with what takes it out. */
function Line({
  label,
  remove,
  value,
  onValue,
  onRemove,
}: {
  label: string;
  remove: string;
  value: number;
  onValue: (v: number) => Edit;
  onRemove: Edit;
}) {
  const { edit } = useDeeds();
  return (
    <div className="flex items-center gap-2">
      <div className="min-w-0 flex-1">
        <Measure label={label} kind="length" value={value} onValue={onValue} />
      </div>
      <button type="button" className="act" aria-label={remove} onClick={() => edit(onRemove)}>
        ✕
      </button>
    </div>
  );
}

/** All places of a list in one press: from the lowest on, always so much further. */
function Every({ label, list, set }: { label: string; list: number[]; set: (at: number[]) => Edit }) {
  const order = [...list].sort((a, b) => a - b);
  const [first, next] = order;
  if (first === undefined || next === undefined) return null;
  const last = order.at(-1) ?? next;
  return (
    <Measure
      label={`each further by, ${label}`}
      kind="length"
      value={(last - first) / (list.length - 1)}
      onValue={(by) => set(list.map((v) => first + by * order.indexOf(v)))}
    />
  );
}

/** Heights of rows, each typed on. */
export function Rows({ list, label, set }: { list: number[]; label: string; set: (v: unknown) => Edit }) {
  const { edit } = useDeeds();
  return (
    <>
      {list.map((y, i) => (
        <Line
          key={i}
          label={`row ${i + 1}, ${label}`}
          remove={`Remove row ${i + 1}`}
          value={y}
          onValue={(v) => set(list.map((o, k) => (k === i ? v : o)))}
          onRemove={set(list.filter((_, k) => k !== i))}
        />
      ))}
      <Every label={label} list={list} set={set} />
      <button type="button" className="act" onClick={() => edit(set([...list, (list.at(-1) ?? 0) + 100]))}>
        one more row
      </button>
    </>
  );
}

/** A list of places, some figures of each typed on; one more goes half a hand further on. */
export function Places({
  list,
  labels,
  at: keys,
  set,
  fresh,
}: {
  list: Record<string, unknown>[];
  labels: string[];
  at: string[];
  set: (v: unknown) => Edit;
  fresh: () => string;
}) {
  const { edit } = useDeeds();
  const place = (o: Record<string, unknown>, key: string) => (typeof o[key] === "number" ? o[key] : 0);
  const last = list.at(-1);
  const [first = ""] = keys;
  // Blades stand further apart than holes; a bracket with one blade of its own gets one on either side of the middle.
  const blades = first === "offset_mm";
  const more = () =>
    last
      ? [...list, { ...last, id: fresh(), [first]: place(last, first) + (blades ? 60 : 40) }]
      : [-30, 30].map((x) => ({ id: fresh(), [first]: x }));
  return (
    <>
      {keys.map((key, n) =>
        list.map((h, i) => (
          <Line
            key={`${key}-${String(h.id)}`}
            label={`${i + 1}, ${labels[n] ?? ""}`}
            remove={`Remove ${i + 1}, ${labels[n] ?? ""}`}
            value={place(h, key)}
            onValue={(v) => set(list.map((o) => (o === h ? { ...o, [key]: v } : o)))}
            onRemove={set(list.filter((o) => o !== h))}
          />
        )),
      )}
      {!blades && (
        <Every
          label={labels[0] ?? ""}
          list={list.map((o) => place(o, first))}
          set={(to) => set(list.map((o, i) => ({ ...o, [first]: to[i] })))}
        />
      )}
      {(last ?? blades) && list.length < 24 && (
        <button type="button" className="act" onClick={() => edit(set(more()))}>
          {blades ? "one more blade" : "one more"}
        </button>
      )}
    </>
  );
}
