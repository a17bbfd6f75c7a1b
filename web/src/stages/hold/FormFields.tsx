import { api } from "../../api/client";
import type { HookRail, Shelf, ShelfReport, Upright } from "../../api/types.gen";
import { useBench } from "../../bench/context";
import { formOf, moveSupport, nearestStud, newId, partsOf, setShelf, type Edit } from "../../bench/edit";
import { lengthUnit } from "../../format";
import { Group } from "../../ui/fields";
import { Measure } from "../../ui/Measure";
import { CopyDelete } from "../CopyDelete";
import { Keep } from "../Keep";
import { PartFields } from "./PartFields";
import type { Field, Fields } from "./parts";
import { StockPick } from "./StockPick";

const into: Field = { kind: "fixing", path: "screw" };
const JOINT: Fields = { title: "Arm to upright", fields: [{ kind: "joint", path: "joint" }] };

/** What can be set of each thing that holds without a board. */
const FORM: Record<string, Fields[]> = {
  rack: [
    {
      title: "Levels",
      fields: [{ kind: "holes", path: "levels", label: "arms' tops, over the foot", at: "up_mm" }],
    },
    {
      title: "Arms",
      fields: [
        { kind: "length", label: "reach", path: "arm.reach_mm" },
        { kind: "length", label: "high", path: "arm.high_mm" },
        { kind: "yes", label: "made of", path: "arm.cheeks", words: ["a core in two cheeks", "one piece"] },
        { kind: "fine", label: "thick, each", path: "arm.thick_mm" },
        { kind: "wood", label: "wood", path: "arm.wood" },
      ],
    },
    JOINT,
    {
      title: "Uprights",
      fields: [
        { kind: "length", label: "tall", path: "height_mm" },
        { kind: "length", label: "wide", path: "width_mm" },
        { kind: "length", label: "out from the wall", path: "deep_mm" },
        { kind: "wood", label: "wood", path: "wood" },
      ],
    },
    { title: "Into the wall", fields: [into, { kind: "rows", path: "rows_mm", label: "over the foot" }] },
    {
      title: "A ledger under the uprights",
      part: {
        path: "ledger",
        add: "put a ledger under the uprights",
        drop: "take it out",
        fresh: () => ({
          wood: "douglas-fir",
          grade: "small-knots",
          height_mm: 89,
          thickness_mm: 38,
          count: 2,
          screw: { type: "structural-6", length_mm: 120 },
        }),
      },
      fields: [
        { kind: "length", label: "high", path: "ledger.height_mm" },
        { kind: "length", label: "thick", path: "ledger.thickness_mm" },
        { kind: "count", label: "fasteners at each upright", path: "ledger.count" },
        { kind: "fixing", path: "ledger.screw" },
      ],
    },
  ],
  hook_rail: [
    {
      title: "Hooks",
      fields: [
        {
          kind: "choice",
          label: "they are",
          path: "peg.kind",
          options: [
            ["peg", "wooden pegs"],
            ["pipe", "flanged pipes"],
            ["cast", "cast hooks"],
          ],
          fills: {
            "peg.wall_mm": 2.5,
            "peg.flange_mm": 64,
            "peg.apart_mm": 40,
            "peg.count": 4,
            "peg.screw.type": "wood-10",
            "peg.screw.length_mm": 32,
          },
        },
        { kind: "length", label: "reach", path: "peg.reach_mm" },
        { kind: "fine", label: "thick", path: "peg.d_mm" },
        {
          kind: "fine",
          label: "pipe's wall",
          path: "peg.wall_mm",
          when: (p) => (p.peg as { kind: string }).kind === "pipe",
        },
        { kind: "length", label: "over the board's lower edge", path: "peg.up_mm" },
      ],
    },
    {
      title: "Flanges",
      fields: [
        { kind: "length", label: "wide and high", path: "peg.flange_mm" },
        { kind: "length", label: "its screws apart", path: "peg.apart_mm" },
        { kind: "count", label: "screws in each", path: "peg.count" },
        { kind: "fixing", path: "peg.screw" },
      ].map((f) => ({
        ...f,
        when: (p: Record<string, unknown>) => (p.peg as { kind: string }).kind !== "peg",
      })) as Field[],
    },
    {
      title: "Board",
      fields: [
        { kind: "length", label: "high", path: "height_mm" },
        { kind: "length", label: "thick", path: "thickness_mm" },
        { kind: "wood", label: "wood", path: "wood" },
      ],
    },
    {
      title: "Into the wall",
      fields: [into, { kind: "holes", path: "spots", label: "along the wall", at: "x_mm" }],
    },
  ],
  frame: [
    {
      title: "Posts",
      fields: [
        { kind: "length", label: "tall", path: "height_mm" },
        { kind: "length", label: "wide", path: "width_mm" },
        { kind: "length", label: "deep", path: "deep_mm" },
        { kind: "wood", label: "wood", path: "wood" },
        { kind: "yes", label: "it", path: "leaning", words: ["leans on the wall", "stands upright"] },
        { kind: "length", label: "stands off the wall", path: "standoff_mm" },
      ],
    },
    { title: "Platforms", fields: [{ kind: "holes", path: "platforms", label: "tops, over the floor", at: "up_mm" }] },
    {
      title: "Ties to the wall",
      fields: [
        { kind: "holes", path: "ties", label: "along the wall", at: "x_mm" },
        { kind: "holes", path: "ties", label: "over the floor", at: "up_mm" },
        { kind: "length", label: "piece they go through", path: "piece_mm" },
        into,
      ],
    },
  ],
  sheet_rack: [
    {
      title: "The lean",
      fields: [
        { kind: "degrees", label: "degrees from plumb", path: "tilt_deg" },
        { kind: "length", label: "sheets touch, over the feet", path: "contact_mm" },
        { kind: "yes", label: "stop at the feet", path: "stop", words: ["yes", "no"] },
      ],
    },
    {
      title: "Frames",
      fields: [
        { kind: "length", label: "foot, out", path: "foot_mm" },
        { kind: "length", label: "foot, high", path: "foot_high_mm" },
        { kind: "length", label: "upright, tall", path: "height_mm" },
        { kind: "length", label: "upright, deep", path: "deep_mm" },
        { kind: "length", label: "wide", path: "width_mm" },
        { kind: "wood", label: "wood", path: "wood" },
      ],
    },
    JOINT,
    { title: "Into the wall", fields: [into, { kind: "rows", path: "rows_mm", label: "over the floor" }] },
  ],
  cart: [
    {
      title: "The cart",
      fields: [
        { kind: "length", label: "hinges, along the wall", path: "x_mm" },
        { kind: "length", label: "wide", path: "width_mm" },
        { kind: "length", label: "high", path: "height_mm" },
        { kind: "mass", label: "weighs itself", path: "own_kg" },
        { kind: "number", label: "share on the caster", path: "caster" },
      ],
    },
    {
      title: "Hinges",
      fields: [
        { kind: "length", label: "lower one, over the floor", path: "up_mm" },
        { kind: "length", label: "apart", path: "apart_mm" },
        { kind: "count", label: "screws in each", path: "count" },
        { kind: "length", label: "screws spread over", path: "rows_mm" },
        into,
      ],
    },
  ],
};

/** What a rack, a hook rail, a frame or a cart is made of. */
export function FormFields({ shelf }: { shelf: Shelf }) {
  const form = formOf(shelf);
  const part = form && shelf[form];
  if (!part) return null;
  return (
    <PartFields
      groups={FORM[form] ?? []}
      part={part}
      set={(p) => setShelf(shelf.id, { [form]: p })}
      fresh={(f) => f({ id: "", kind: "", x_mm: 0 }, shelf)}
    />
  );
}

/** One upright, hook or post: where it is, and what goes round what is in its way. */
export function FormPartFields({ shelf, id, report }: { shelf: Shelf; id: string; report: ShelfReport | undefined }) {
  const { design, edit, select } = useBench();
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
        <h2 className="text-[18px] font-semibold">{name.replace(/^./, (c) => c.toUpperCase())}</h2>
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
          {!shelf.cart && id !== shelf.hook_rail?.id && <CopyDelete of={{ kind: "support", id }} />}
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
            (["up_mm", "high_mm", "deep_mm"] as const).map((k) => (
              <Measure
                key={k}
                label={{ up_mm: "from, over the foot", high_mm: "high", deep_mm: "deep" }[k]}
                kind="length"
                value={upright.notch?.[k] ?? 0}
                onValue={(v) => put({ ...upright, notch: upright.notch && { ...upright.notch, [k]: v } })}
              />
            ))
          ) : (
            <button
              type="button"
              className="act"
              onClick={() => edit(put({ ...upright, notch: { up_mm: 300, high_mm: 60, deep_mm: 15 } }))}
            >
              notch it round something
            </button>
          )}
        </Group>
      )}
    </>
  );
}

/** Hooks of one's own stock, to be taken and kept. */
function HookStock({ shelf, rail }: { shelf: Shelf; rail: HookRail }) {
  const { design } = useBench();
  const peg = rail.peg;
  return (
    <>
      <StockPick
        label="of my hooks"
        kinds={["hook"]}
        is={(p) => p.reach_mm === peg.reach_mm && p.d_mm === peg.d_mm}
        take={(p) =>
          setShelf(shelf.id, {
            hook_rail: { ...rail, peg: { ...peg, reach_mm: p.reach_mm ?? peg.reach_mm, d_mm: p.d_mm ?? peg.d_mm } },
          })
        }
      />
      <div className="flex justify-end">
        <Keep
          what={() =>
            api.keepPart({
              name: `hook, reach ${lengthUnit(peg.reach_mm, design.units)}`,
              kind: "hook",
              reach_mm: peg.reach_mm,
              d_mm: peg.d_mm,
            })
          }
        />
      </div>
    </>
  );
}

/** Hooks at even spacing over the board, as a story stick would mark them. */
export function SpaceHooks({ shelf }: { shelf: Shelf }) {
  const { edit } = useBench();
  const h = shelf.hook_rail;
  if (!h) return null;
  const put = (n: number): Edit =>
    setShelf(shelf.id, {
      hook_rail: {
        ...h,
        hooks: Array.from({ length: n }, (_, i) => ({
          id: h.hooks[i]?.id ?? newId(),
          x_mm: h.x_mm + (h.length_mm * (i + 0.5)) / n,
        })),
      },
    });
  return (
    <Group title={`${h.hooks.length} hooks, by a story stick`}>
      <Measure
        label="how many, evenly spaced"
        kind="number"
        value={h.hooks.length}
        onValue={(v) => put(Math.max(1, Math.min(60, Math.round(v))))}
      />
      <button type="button" className="act" onClick={() => edit(put(h.hooks.length))}>
        space them evenly
      </button>
      <HookStock shelf={shelf} rail={h} />
    </Group>
  );
}
