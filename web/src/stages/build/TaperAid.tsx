import { useState } from "react";
import { build } from "../../api/build";
import { reason } from "../../api/client";
import type { Card } from "../../api/types.gen";
import { useDesign } from "../../bench/context";
import { Measure } from "../../bench/Measure";
import { Sketch } from "../../drawing/Sketch";
import { decimal, fine } from "../../format";

/** Two tapers from one blank, for pieces that a person tapers by choice: cheeks, legs. */
export function TaperAid() {
  const u = useDesign().units;
  const inch = u.length === "in";
  const [asked, setAsked] = useState(
    inch ? { wide_mm: 139.7, narrow_mm: 63.5, long_mm: 558.8 } : { wide_mm: 140, narrow_mm: 60, long_mm: 560 },
  );
  const [card, setCard] = useState<Card | null>(null);
  const ask = async (next: typeof asked) => {
    try {
      setCard(await build.taper(next));
      setAsked(next);
      return null;
    } catch (err) {
      return reason(err);
    }
  };
  const field = (label: string, key: keyof typeof asked) => (
    <Measure label={label} kind="length" value={asked[key]} onPut={(v) => ask({ ...asked, [key]: v })} />
  );
  return (
    <details
      className="mt-3 border-t border-hair pt-2"
      onToggle={(e) => e.currentTarget.open && card === null && void ask(asked)}
    >
      <summary className="act cursor-pointer">two tapers from one blank</summary>
      <div className="max-w-96">
        {field("wide end", "wide_mm")}
        {field("narrow end", "narrow_mm")}
        {field("long", "long_mm")}
      </div>
      {card && (
        <div data-testid="taper">
          <Sketch drawing={card.drawing} says="Two tapers, head to tail" className="w-full max-w-140 bg-sheet" />
          <p className="fig">
            {card.figures
              .map((f) =>
                f.kind === "length"
                  ? `${f.name} ${fine(f.value, u)}`
                  : f.kind === "degrees"
                    ? `${f.name} ${decimal(f.value, 3)}°`
                    : `${f.name} ${decimal(f.value, 2)}`,
              )
              .join(" · ")}
          </p>
          {card.says.map((t) => (
            <p key={t}>{t}</p>
          ))}
          <p>
            <b>Measure</b> {card.measure}.
          </p>
        </div>
      )}
    </details>
  );
}
