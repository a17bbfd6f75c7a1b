import { Slider } from "radix-ui";
import { useState } from "react";
import type { SagLimit, Shelf } from "../../api/types.gen";
import { linkOf, reportOf, useAnswer, useDeeds, useDesign, useLooks, useWords } from "../../bench/context";
import { limit, TIMES } from "../../bench/words";
import { sag } from "../../format";
import { Group, Pick, Row } from "../../ui/fields";
import { Measure } from "../../bench/Measure";
import { Thumb } from "../../bench/Slide";
import { setShelf } from "../../model/edit";

/** How far it sags, from today to ten years on, and what the schools say of that. */
export function SagFields({ shelf }: { shelf: Shelf }) {
  const design = useDesign();
  const report = useAnswer();
  const { edit, setTime } = useDeeds();
  const { time } = useLooks();
  const words = useWords();
  const u = design.units;
  const r = reportOf(report, shelf.id);
  const sagging = r?.sagging;
  const at = sagging?.times[Math.min(time, sagging.times.length - 1)];
  const link = linkOf(r, sagging?.link);
  const bends = r?.links.filter((l) => l.role === "bends").sort((a, b) => b.used - a.used)[0];
  const end = sagging?.times.at(-1)?.sag_mm;
  const [seen, setSeen] = useState<{ shelf: string; now?: number; was?: number }>({ shelf: shelf.id, now: end });
  if (end !== undefined && (seen.shelf !== shelf.id || seen.now !== end))
    setSeen({ shelf: shelf.id, now: end, was: seen.shelf === shelf.id ? seen.now : undefined });
  const wide = at && at.high_mm > at.low_mm;
  return (
    <Group title="Straight enough">
      {at && link && (
        <>
          <p className="answered" data-testid="sag-at">
            Sags{" "}
            <span className={`fig text-title font-medium ${link.used > 1 ? "text-ochre" : "text-vial"}`}>
              {sag(at.sag_mm, u)}
            </span>{" "}
            {TIMES[time]}
            {wide && (
              <span className="text-small text-soft">
                ; a board of this wood may sag <span className="fig">{sag(at.low_mm, u)}</span> to{" "}
                <span className="fig">{sag(at.high_mm, u)}</span>
              </span>
            )}
            .
          </p>
          {seen.was !== undefined && end !== undefined && sag(seen.was, u) !== sag(end, u) && (
            <p className="fig text-small text-soft" data-testid="sag-change">
              in the end {sag(seen.was, u)} → {sag(end, u)}
            </p>
          )}
          <Slider.Root
            min={0}
            max={8}
            step={1}
            value={[time]}
            onValueChange={([v]) => setTime(v ?? 8)}
            className="relative flex h-8 w-full touch-none items-center"
            onKeyDown={(e) => e.stopPropagation()}
          >
            <Slider.Track className="relative h-[2px] w-full bg-hair">
              <Slider.Range className="absolute h-full bg-chalk" />
            </Slider.Track>
            <Thumb label="when" text={TIMES[time] ?? ""} />
          </Slider.Root>
          <p className="flex justify-between text-small text-soft">
            <span>today</span>
            <span>a month</span>
            <span>a year</span>
            <span>ten</span>
          </p>
        </>
      )}
      <Pick
        label="judged by"
        value={shelf.sag.school}
        options={words<SagLimit["school"]>("School")}
        onChange={(school) => edit(setShelf(shelf.id, { sag: { school, figure_mm: shelf.sag.figure_mm || 3 } }))}
      />
      {shelf.sag.school === "figure" && (
        <Measure
          label="at most"
          fine
          kind="length"
          value={shelf.sag.figure_mm ?? 0}
          onValue={(v) => setShelf(shelf.id, { sag: { ...shelf.sag, figure_mm: v } })}
        />
      )}
      {sagging && (
        <ul className="text-small" aria-label="What each school allows">
          {sagging.schools.map((s) => (
            <li
              key={s.school}
              className={`grid grid-cols-[1fr_auto_4.5rem] gap-x-2 ${s.school === shelf.sag.school ? "font-semibold" : ""}`}
            >
              <span className="text-soft">{words("School").find(([k]) => k === s.school)?.[1]}</span>
              <span className="fig">{sag(s.allowed_mm, u)}</span>
              <span className={`text-right ${s.used > 1 ? "text-ochre" : "text-vial"}`}>
                {s.used > 1 ? "too far" : "straight"}
              </span>
            </li>
          ))}
        </ul>
      )}
      <Measure
        label="a support may stand off by"
        fine
        kind="length"
        value={shelf.misfit_mm}
        onValue={(v) => setShelf(shelf.id, { misfit_mm: v })}
      />
      {bends && <Row label="bends without breaking to">{limit(bends.limit, u)}</Row>}
    </Group>
  );
}
