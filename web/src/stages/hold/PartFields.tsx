import { useState } from "react";
import type { Fixing, Group as FieldGroup, Joint, Only, Shown } from "../../api/types.gen";
import { useCatalogue, useDeeds } from "../../bench/context";
import { at, newId, put, type Edit } from "../../model/edit";
import { Choice, Group, Pick } from "../../ui/fields";
import { Measure } from "../../bench/Measure";
import { FixingFields } from "./FixingFields";
import { JointFields } from "./JointFields";
import { Rows, Places } from "./ListFields";
import { stuffs } from "../../bench/stuffs";

interface Setter<T extends object> {
  part: T;
  set: (p: T) => Edit;
  /** Makes an edit after which the server puts in what it needs. */
  choose: (e: Edit) => void;
}

const is = (part: object, o: Only): boolean => o.values.includes(String(at(part, o.path) ?? "false"));
const shown = (part: object, f: Shown): boolean =>
  (f.only ?? []).every((o) => (o.values.includes("") ? !at(part, o.path) : is(part, o)));

/** The fields of a support, a rail or a form, as the catalogue lists them; set puts the changed part into the design. */
export function PartFields<T extends object>({
  shelf,
  fields,
  part,
  set,
}: {
  shelf: string;
  fields: string;
  part: T;
  set: (p: T) => Edit;
}) {
  const catalogue = useCatalogue();
  const { complete } = useDeeds();
  const [error, setError] = useState<string | null>(null);
  const choose = (e: Edit) => void complete(shelf, e).then(setError);
  const groups = catalogue.fields[fields] ?? [];
  return (
    <>
      {error && (
        <p role="alert" className="text-small text-red">
          {error}
        </p>
      )}
      {groups.map((g, n) => (
        <OneGroup key={g.title ?? n} group={g} part={part} set={set} choose={choose} first={n === 0} />
      ))}
    </>
  );
}

function OneGroup<T extends object>({
  group: g,
  part,
  set,
  choose,
  first,
}: Setter<T> & { group: FieldGroup; first: boolean }) {
  const { edit } = useDeeds();
  const path = g.path;
  const there = !path || at(part, path) !== undefined;
  const fields = g.fields.filter((f) => shown(part, f));
  const figure = fields.find((f) => !["choice", "yes", "wood", "special", "rows", "places"].includes(f.kind));
  if (there && fields.length === 0) return null;
  return (
    <Group
      title={there ? g.title : undefined}
      action={
        path &&
        there && (
          <button type="button" className="act" onClick={() => edit(set(put(part, path, undefined)))}>
            {g.drop}
          </button>
        )
      }
    >
      {path && !there ? (
        <button type="button" className="act" onClick={() => choose(set(put(part, path, {})))}>
          {g.add}
        </button>
      ) : (
        fields.map((f) => (
          <FieldLine
            key={f.path + f.label}
            field={f}
            part={part}
            set={set}
            choose={choose}
            first={first && f === figure}
          />
        ))
      )}
    </Group>
  );
}

function FieldLine<T extends object>({
  field: f,
  part,
  set,
  choose,
  first,
}: Setter<T> & { field: Shown; first: boolean }) {
  const catalogue = useCatalogue();
  const { edit } = useDeeds();
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
          value={String(value ?? f.choices?.[0]?.key)}
          options={(f.choices ?? []).map((c) => [c.key, c.label])}
          onChange={(v) => choose(with_(v))}
        />
      );
    case "yes":
      return (
        <Choice
          label={f.label}
          value={value ? "yes" : "no"}
          options={(f.choices ?? []).map((c) => [c.key, c.label])}
          onChange={(v) => choose(with_(v === "yes"))}
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
    case "special":
      if (f.type === "Joint")
        return <JointFields joint={value as Joint} set={with_} choose={(j) => choose(with_(j))} />;
      if (!value)
        return (
          <button type="button" className="act" onClick={() => choose(with_(undefined))}>
            say which screw
          </button>
        );
      return <FixingFields fixing={value as Fixing} set={(x) => with_({ ...(value as object), ...x })} />;
    case "rows":
      return <Rows list={(value ?? []) as number[]} label={f.label} set={with_} />;
    case "places":
      return (
        <Places
          list={(value ?? []) as Record<string, unknown>[]}
          labels={f.label.split("|")}
          at={(f.at ?? "x_mm").split(",")}
          set={with_}
          fresh={newId}
        />
      );
  }
}
