import { useCatalogue, useChoice, useDeeds, useDesign, useSheet } from "../../bench/context";
import { Group, Pick } from "../../ui/fields";
import { Measure } from "../../bench/Measure";
import { ShelfHead } from "../ShelfHead";
import { MakeUpFields } from "./MakeUpFields";
import { LadderSheet } from "./LadderSheet";
import { PlacesSheet } from "./PlacesSheet";
import { SagFields } from "./SagFields";
import { MoistureFields } from "./MoistureFields";
import { StuffFields } from "./StuffFields";
import { TestSheet } from "./TestSheet";
import { setThickness } from "../../model/board";
import { setShelf } from "../../model/edit";
import { setLength } from "../../model/move";
import { ON_BOARDS } from "../../api/types.gen";
import { formOf } from "../../model/find";

/** Stage 3: what is the board? */
export function BoardPanel() {
  const design = useDesign();
  const catalogue = useCatalogue();
  const { shelfId } = useChoice();
  const { edit } = useDeeds();
  const [ladder, setLadder] = useSheet("ladder");
  const [places, setPlaces] = useSheet("places");
  const [test, setTest] = useSheet("test");
  const shelf = design.shelves.find((s) => s.id === shelfId);
  if (!shelf) return <ShelfHead />;
  const form = formOf(shelf);
  if (form && !(ON_BOARDS as readonly string[]).includes(form))
    return (
      <>
        <ShelfHead />
        <p className="border-t border-hair py-2 text-soft">
          It holds without a board. What it is made of is at 4 Hold.
        </p>
      </>
    );
  const panel = catalogue.panels.some((p) => p.key === shelf.board.woods[0]);
  const sold = catalogue.sizes.filter(
    (s) => s.unit === design.units.length && (s.stuff === "panel") === panel && shelf.build.kind === "solid",
  );
  const near = (a: number, b: number) => Math.abs(a - b) < 0.05;
  const as = sold.find(
    (s) => near(s.thickness_mm, shelf.thickness_mm) && (s.width_mm === 0 || near(s.width_mm, shelf.depth_mm)),
  );
  return (
    <>
      <ShelfHead />
      <p className="flex flex-wrap gap-x-4 border-t border-hair pt-1">
        <button type="button" className="act" onClick={() => setLadder(true)}>
          span ladder
        </button>
        <button type="button" className="act" onClick={() => setPlaces(true)}>
          best places
        </button>
        <button type="button" className="act" onClick={() => setTest(true)}>
          test your board
        </button>
      </p>
      {ladder && <LadderSheet shelf={shelf} onClose={() => setLadder(false)} />}
      {places && <PlacesSheet shelf={shelf} onClose={() => setPlaces(false)} />}
      {test && <TestSheet shelf={shelf} onClose={() => setTest(false)} />}
      <SagFields shelf={shelf} />
      <Group title="Size">
        {sold.length > 0 && (
          <Pick
            label="sold as"
            value={as?.key ?? ""}
            options={[["", as ? "" : "its own size"], ...sold.map((s): [string, string] => [s.key, s.name])]}
            onChange={(key) => {
              const s = sold.find((x) => x.key === key);
              if (s)
                edit((p) =>
                  setShelf(
                    shelf.id,
                    s.width_mm ? { depth_mm: s.width_mm } : {},
                  )(setThickness(shelf.id, s.thickness_mm)(p)),
                );
            }}
          />
        )}
        <Measure
          first
          label="thickness"
          fine
          kind="length"
          value={shelf.thickness_mm}
          onValue={(v) => setThickness(shelf.id, v)}
        />
        <Measure
          label="depth"
          kind="length"
          value={shelf.depth_mm}
          onValue={(v) => setShelf(shelf.id, { depth_mm: v })}
        />
        <Measure label="length" kind="length" value={shelf.length_mm} onValue={(v) => setLength(shelf.id, v)} />
      </Group>
      <StuffFields shelf={shelf} />
      <MakeUpFields shelf={shelf} />
      <MoistureFields shelf={shelf} />
    </>
  );
}
