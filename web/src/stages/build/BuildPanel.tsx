import { Suspense } from "react";
import { lazy } from "../../ui/lazy";
import { useParams } from "react-router";
import { build } from "../../api/build";

import { useChoice, useDeeds, useDesign, useLooks, useSheet, useWords } from "../../bench/context";
import { Measure } from "../../bench/Measure";
import { decimal, fine, length, lengthUnit } from "../../format";
import { Group, Pick, Row } from "../../ui/fields";
import { madeOf, rowsOf, setMade } from "../../model/making";
import type { CuttingReply, MadePiece } from "../../api/types.gen";
import { boardsFor } from "./plan";
import { DatumFields, Practices } from "./Practices";
import { pieceOf, useBuildDeeds, useCutting, type Found } from "./useCutting";

const HoursFields = lazy(() => import("./WorkFields").then((m) => ({ default: m.HoursFields })));
const FinishFields = lazy(() => import("./WorkFields").then((m) => ({ default: m.FinishFields })));
const ShopSheet = lazy(() => import("./ShopSheet").then((m) => ({ default: m.ShopSheet })));
const CutSheet = lazy(() => import("./CutSheet").then((m) => ({ default: m.CutSheet })));

/** The piece in hand, and the shop that it is cut in. */
export function BuildPanel() {
  const { reply } = useCutting();
  const { piece } = useLooks();
  const { on } = useChoice();
  const [shop, setShop] = useSheet("shop");
  const [print, setPrint] = useSheet("cut");
  const found = pieceOf(reply, piece);
  return (
    <>
      {found && reply ? (
        <PieceFields key={found.each.id} found={found} reply={reply} />
      ) : (
        (on === null || on === "pieces" || on === "cutting" || on === "setups") && (
          <h2 className="pb-1 text-head font-semibold">Press a piece to see what it is</h2>
        )
      )}
      {on === "wall" && <DatumFields />}
      <Suspense fallback={null}>
        {on === "days" && reply && <HoursFields reply={reply} />}
        {(on === "days" || on === "shopping") && <FinishFields of={found?.each.shelf} />}
      </Suspense>
      {on !== "pieces" && on !== "cutting" && on !== null && <Practices of={found?.each.shelf} />}
      {reply && <Stock reply={reply} onShop={() => setShop(true)} onPrint={() => setPrint(true)} />}
      {reply && reply.facts.length > 0 && <IsCut reply={reply} />}
      <Suspense fallback={null}>
        {shop && reply && <ShopSheet reply={reply} onClose={() => setShop(false)} />}
        {print && reply && <CutSheet reply={reply} onClose={() => setPrint(false)} />}
      </Suspense>
    </>
  );
}

/** What a piece is, and what of it is the person's choice. */
function PieceFields({ found, reply }: { found: Found; reply: CuttingReply }) {
  const { part, each, blank, lies } = found;
  const design = useDesign();
  const u = design.units;
  const { edit, hold } = useDeeds();
  const words = useWords();
  const deeds = useBuildDeeds(reply);
  const made = madeOf(design, each.piece);
  const set = (patch: Parameters<typeof setMade>[1]) => edit(setMade(each.piece, patch));
  const boards = blank && blank.from !== "sheet" ? boardsFor(reply, blank) : [];
  const shelf = design.shelves.find((s) => s.id === each.shelf);
  return (
    <Group>
      <div className="flex items-baseline justify-between pb-1">
        <h2 className="text-head font-semibold">
          {each.called}, {part.name}
          {shelf && <span className="font-normal text-soft"> of {shelf.name}</span>}
        </h2>
        <button type="button" className="act" onClick={() => hold(null)}>
          let go
        </button>
      </div>
      <Row label="finished">
        {part.d_mm
          ? `${length(part.length_mm, u)} × ⌀ ${fine(part.d_mm, u)}`
          : `${length(part.length_mm, u)} × ${length(part.width_mm, u)} × ${fine(part.thickness_mm, u)}`}
      </Row>
      <Row label="made of">{part.stuff}</Row>
      {part.off_deg.some((d) => d) && (
        <Row label="ends off square">{part.off_deg.map((d) => `${decimal(d ?? 0, 1)}°`).join(", ")}</Row>
      )}
      {part.bevel_deg > 0 && <Row label="bevel">{decimal(part.bevel_deg, 1)}°</Row>}
      {each.mark ? <Row label="mates with">all that bears △{each.mark}</Row> : null}
      {blank && lies && (
        <Row label="cut from">
          {blank.own ? "on hand" : "to buy"}, from {lengthUnit(lies.x_mm, u)}
        </Row>
      )}
      <Measure
        first
        label="left longer"
        kind="length"
        fine
        value={made.longer_mm}
        onValue={(v) => setMade(each.piece, { longer_mm: v })}
      />
      <Measure
        label="left wider"
        kind="length"
        fine
        value={made.wider_mm}
        onValue={(v) => setMade(each.piece, { wider_mm: v })}
      />
      {part.from === "sheet" && (
        <Pick
          label="grain"
          value={made.grain}
          options={words<MadePiece["grain"]>("Grain")}
          onChange={(grain) => set({ grain })}
        />
      )}
      <Pick
        label="shows"
        value={made.shows}
        options={words<MadePiece["shows"]>("ShownFace")}
        onChange={(shows) => set({ shows })}
      />
      <Pick
        label="ends"
        value={made.ends}
        options={words<MadePiece["ends"]>("Ends")}
        onChange={(ends) => set({ ends })}
      />
      <Pick
        label="off one length"
        value={made.row ?? ""}
        options={rowsOf(design).map((r): [string, string] => [r, r ? `row ${r}` : "by itself"])}
        onChange={(row) => set({ row })}
      />
      {blank && boards.length > 1 && (
        <label className="row-field grid min-h-7 grid-cols-[auto_minmax(0,1fr)] items-center gap-x-3">
          <span className="text-soft">put it on</span>
          <select
            aria-label="put it on"
            className="min-h-7 w-full truncate bg-transparent text-right text-chalk"
            value={blank.id}
            onChange={(e) => {
              const to = boards.find((b) => b.id === e.target.value);
              if (to) void deeds.move(each.id, to);
            }}
          >
            {boards.map((b) => (
              <option key={b.id} value={b.id} className="bg-sheet text-ink">
                {b.says}
              </option>
            ))}
          </select>
        </label>
      )}
      {deeds.error && (
        <p role="alert" className="text-red">
          {deeds.error}
        </p>
      )}
    </Group>
  );
}

/** What the saw takes, and the way to the boards and their prices. */
function Stock({ reply, onShop, onPrint }: { reply: CuttingReply; onShop: () => void; onPrint: () => void }) {
  const { id = "" } = useParams();
  const design = useDesign();
  const deeds = useBuildDeeds(reply);
  const s = reply.shop;
  return (
    <Group title="Stock">
      <Measure
        label="saw cuts"
        kind="length"
        fine
        value={s.kerf_mm}
        onPut={(kerf_mm) => deeds.shop((o) => ({ ...o, kerf_mm }))}
      />
      <Measure
        label="cut off a rough end"
        kind="length"
        value={s.squaring_mm}
        onPut={(squaring_mm) => deeds.shop((o) => ({ ...o, squaring_mm }))}
      />
      <div className="flex flex-wrap gap-x-4">
        <button type="button" className="act" onClick={onShop}>
          my boards and prices
        </button>
        <button type="button" className="act" onClick={onPrint}>
          print the cut sheet
        </button>
        {[
          ["pieces", "pieces as CSV"],
          ["cuts", "plan as CSV"],
          ["holes", "holes as CSV"],
          ["shopping", "shopping as CSV"],
        ].map(([format, says]) => (
          <button
            key={format}
            type="button"
            className="act"
            onClick={() => void build.exportedBuild(format ?? "", id, design)}
          >
            {says}
          </button>
        ))}
      </div>
    </Group>
  );
}

/** What has been cut: facts, each of which can be taken back. */
function IsCut({ reply }: { reply: CuttingReply }) {
  const deeds = useBuildDeeds(reply);
  return (
    <Group title="Cut already">
      <ul data-testid="cut">
        {reply.facts.map((f) => (
          <li key={f.entry} className="flex flex-wrap items-baseline justify-between gap-x-3">
            <span>
              <span className="text-vial">✓ </span>
              {f.pieces.map((p) => p.called).join(", ")} <span className="text-soft">of {f.name}</span>
            </span>
            <button type="button" className="act" onClick={() => void deeds.uncut(f.entry)}>
              it is not
            </button>
          </li>
        ))}
      </ul>
    </Group>
  );
}
