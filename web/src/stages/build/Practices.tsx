import type { Datum, Practice } from "../../api/types.gen";
import { useChoice, useDeeds, useDesign, useWords } from "../../bench/context";
import { Measure } from "../../bench/Measure";
import { framed } from "../../model/find";
import { practiceOf, setDatum, setPractice } from "../../model/asbuilt";
import { Group, Pick } from "../../ui/fields";

/** How a shelf is made where good makers differ. */
export function Practices({ of }: { of: string | undefined }) {
  const design = useDesign();
  const { shelfId } = useChoice();
  const { edit } = useDeeds();
  const words = useWords();
  const shelf = design.shelves.find((s) => s.id === (of ?? shelfId));
  if (!shelf) return null;
  const now = practiceOf(design, shelf.id);
  const set = (patch: Partial<Practice>) => edit(setPractice(shelf.id, patch));
  return (
    <Group title={`Ways of working: ${shelf.name}`}>
      <Pick
        label="bore for pins"
        value={now.bores}
        options={words<Practice["bores"]>("BoreSchool")}
        onChange={(bores) => set({ bores })}
      />
      <Pick
        label="goes up first"
        value={now.first}
        options={words<Practice["first"]>("FirstSchool")}
        onChange={(first) => set({ first })}
      />
      <Pick
        label="screw heads"
        value={now.heads}
        options={words<Practice["heads"]>("HeadSchool")}
        onChange={(heads) => set({ heads })}
      />
      <Pick
        label="fitted by"
        value={now.fit}
        options={words<Practice["fit"]>("FitSchool")}
        onChange={(fit) => set({ fit })}
      />
    </Group>
  );
}

/** What places on the wall are measured from. */
export function DatumFields() {
  const design = useDesign();
  const { edit } = useDeeds();
  const words = useWords();
  const d = design.making.datum;
  const studs = framed(design) ? design.wall.studs : [];
  return (
    <Group title="Measured from">
      <Pick
        label="along, from"
        value={d.from || "left"}
        options={words<Datum["from"]>("DatumEnd").filter(([k]) => k !== "stud" || studs.length > 0)}
        onChange={(from) => edit(setDatum({ from, stud: from === "stud" ? (d.stud ?? studs[0]?.id) : d.stud }))}
      />
      {d.from === "stud" && (
        <Pick
          label="stud"
          value={d.stud ?? ""}
          options={studs.map((s, i): [string, string] => [s.id, `stud ${i + 1}`])}
          onChange={(stud) => edit(setDatum({ stud }))}
        />
      )}
      <Pick
        label="up, from"
        value={d.up || "floor"}
        options={words<Datum["up"]>("DatumUp")}
        onChange={(up) => edit(setDatum({ up }))}
      />
      {d.up === "line" && (
        <Measure
          label="level line, over the floor"
          kind="length"
          value={d.line_mm}
          onValue={(line_mm) => setDatum({ line_mm })}
        />
      )}
    </Group>
  );
}
