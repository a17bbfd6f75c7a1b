import type { Shelf, ShelfReport, Upright } from "../../api/types.gen";
import { useDeeds, useDesign } from "../../bench/context";
import { Group } from "../../ui/fields";
import { Measure } from "../../bench/Measure";
import { CopyDelete } from "../CopyDelete";
import { PartFields } from "./PartFields";
import { setShelf, type Edit } from "../../model/edit";
import { formOf, isWhole, nearestStud, partsOf } from "../../model/find";
import { moveSupport } from "../../model/move";

/** What a rack, a hook rail, a frame or a cart is made of. */
export function FormFields({ shelf }: { shelf: Shelf }) {
  const form = formOf(shelf);
  const part = form && shelf[form];
  if (!part) return null;
  return (
    <PartFields shelf={shelf.id} fields={form} part={part as object} set={(p) => setShelf(shelf.id, { [form]: p })} />
  );
}

/** One upright, hook or post: where it is, and what goes round what is in its way. */
export function FormPartFields({ shelf, id, report }: { shelf: Shelf; id: string; report: ShelfReport | undefined }) {
  const design = useDesign();
  const { edit, select, complete } = useDeeds();
  const part = partsOf(shelf).find((o) => o.id === id);
  if (!part) return null;
  const stud = nearestStud(design, part.x_mm);
  const name = report?.supports.find((s) => s.id === id)?.name ?? "part";
  const upright = shelf.rack?.uprights.find((u) => u.id === id);
  const put = (u: Upright): Edit =>
    setShelf(shelf.id, {
      rack: shelf.rack && { ...shelf.rack, uprights: shelf.rack.uprights.map((o) => (o.id === id ? u : o)) },
    });
  return (
    <>
      <div className="flex items-baseline justify-between pb-1">
        <h2 className="text-head font-semibold">{name.replace(/^./, (c) => c.toUpperCase())}</h2>
        <button type="button" className="act" onClick={() => select({ kind: "shelf", id: shelf.id })}>
          all of it
        </button>
      </div>
      <Group>
        <Measure
          first
          label="from the wall's left end"
          kind="length"
          value={part.x_mm}
          onValue={(v) => moveSupport(id, v)}
        />
        <div className="flex flex-wrap gap-x-4">
          {stud && (
            <button
              type="button"
              className="act"
              disabled={stud.x_mm === part.x_mm}
              onClick={() => edit(moveSupport(id, stud.x_mm))}
            >
              to the stud
            </button>
          )}
          {!isWhole(shelf, id) && <CopyDelete of={{ kind: "support", id }} />}
        </div>
      </Group>
      {upright && (
        <Group
          title={upright.notch ? "Notched round what is in its way" : undefined}
          action={
            upright.notch && (
              <button type="button" className="act" onClick={() => edit(put({ ...upright, notch: undefined }))}>
                not notched
              </button>
            )
          }
        >
          {upright.notch ? (
            <PartFields
              shelf={shelf.id}
              fields="notch"
              part={upright.notch}
              set={(notch) => put({ ...upright, notch })}
            />
          ) : (
            <button
              type="button"
              className="act"
              onClick={() => void complete(shelf.id, put({ ...upright, notch: { up_mm: 0, high_mm: 0, deep_mm: 0 } }))}
            >
              notch it round something
            </button>
          )}
        </Group>
      )}
    </>
  );
}
