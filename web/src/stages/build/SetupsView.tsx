import { useState } from "react";
import type { Ask, Card, Units } from "../../api/types.gen";
import { useDeeds, useDesign, useLooks } from "../../bench/context";
import { Measure } from "../../bench/Measure";
import { Sketch } from "../../drawing/Sketch";
import { decimal, fine } from "../../format";
import { asMade } from "../../model/asbuilt";
import { SmallWall } from "./BuildBench";
import { TaperAid } from "./TaperAid";
import { useCards, useFacts } from "./useMaking";

/** One card for each setting of a machine, in the order in which they are made. */
export function SetupsView() {
  const { reply, why } = useCards();
  const { piece } = useLooks();
  const design = useDesign();
  const { hold } = useDeeds();
  const [chosen, pick] = useState<string | null>(null);
  const facts = useFacts();
  if (why)
    return (
      <p role="alert" className="px-4 py-2 text-red">
        {why}
      </p>
    );
  if (!reply) return null;
  const u = design.units;
  const cards = reply.cards;
  const mine = piece ? cards.find((c) => serves(c, piece)) : undefined;
  const picked = cards.find((c) => c.id === chosen && (!piece || serves(c, piece)));
  const card = picked ?? mine ?? cards.find((c) => !c.done) ?? cards[0];
  const choose = (c: Card | undefined) => {
    if (!c) return;
    pick(c.id);
    if (!piece || !serves(c, piece)) hold(c.serves[0]?.pieces[0] ?? null);
  };
  return (
    <div className="grid min-h-0 flex-1 grid-cols-[15rem_minmax(0,1fr)] gap-x-5 overflow-y-auto px-4 pb-3 max-[700px]:grid-cols-1">
      <ol className="min-h-0 overflow-y-auto pt-2 max-[700px]:hidden" aria-label="Set-ups in their order">
        {cards.map((c) => (
          <li key={c.id}>
            <button
              type="button"
              aria-pressed={c === card}
              className={`grid min-h-7 w-full grid-cols-[1.7rem_minmax(0,1fr)_auto] items-baseline text-left hover:text-chalk ${c === card ? "font-semibold text-chalk" : ""}`}
              onClick={() => choose(c)}
            >
              <span className="fig text-soft">{c.n}</span>
              <span className="truncate">
                {c.title} <span className="text-soft">{c.serves.map((s) => s.letter).join(" ")}</span>{" "}
                <span className="fig text-small font-normal text-soft">{figure(c.figures[0], u)}</span>
              </span>
              <span className={c.refused ? "text-red" : c.done ? "text-vial" : "text-ochre"}>
                {c.refused ? "✕" : c.done ? "✓" : c.cautions.length > 0 ? "!" : ""}
              </span>
            </button>
          </li>
        ))}
        <li className="mt-3 border border-hair">
          <SmallWall />
        </li>
      </ol>
      <div className="min-w-0">
        {card ? (
          <CardInHand
            key={card.id}
            card={card}
            of={cards.length}
            facts={facts}
            go={(by) => choose(cards[cards.indexOf(card) + by])}
          />
        ) : (
          <p className="pt-3 text-soft">Nothing on this wall takes a set-up: its pieces are cut square and are done.</p>
        )}
        <TaperAid />
      </div>
    </div>
  );
}

const serves = (c: Card, piece: string) => c.serves.some((s) => s.pieces.includes(piece));

function figure(f: Card["figures"][number] | undefined, u: Units): string {
  if (!f) return "";
  if (f.kind === "length") return fine(f.value, u);
  return f.kind === "degrees" ? `${decimal(f.value, 2)}°` : decimal(f.value, 2);
}

function CardInHand({
  card,
  of,
  facts,
  go,
}: {
  card: Card;
  of: number;
  facts: ReturnType<typeof useFacts>;
  go: (by: number) => void;
}) {
  return (
    <article data-testid="card" aria-label={`Set-up ${card.n}`}>
      <header className="flex flex-wrap items-baseline gap-x-4 pt-2">
        <h2 className="text-head font-semibold">
          {card.n} <span className="font-normal text-soft">of {of}</span> {card.title}
        </h2>
        <span>{card.serves.map((s) => s.called).join(", ")}</span>
        <span className="ml-auto flex gap-x-4">
          <button type="button" className="act" disabled={card.n === 1} onClick={() => go(-1)}>
            ‹ before
          </button>
          <button type="button" className="act" disabled={card.n === of} onClick={() => go(1)}>
            next ›
          </button>
        </span>
      </header>
      {card.refused && (
        <p role="alert" className="text-red" data-testid="refused">
          ✕ {card.refused}
        </p>
      )}
      <div className="grid grid-cols-[minmax(0,3fr)_minmax(0,2fr)] gap-x-5 max-[1000px]:grid-cols-1">
        <Sketch
          drawing={card.drawing}
          says={`${card.title}: tool, fence and piece`}
          className="w-full border border-hair bg-sheet"
        />
        <Figures card={card} />
      </div>
      <Words card={card} />
      <Places card={card} />
      {card.asks.map((a) => (
        <Asked key={a.key} ask={a} facts={facts} />
      ))}
      {facts.error && (
        <p role="alert" className="text-red">
          {facts.error}
        </p>
      )}
      <button
        type="button"
        className="act min-h-9 font-semibold"
        onClick={() => void facts.tick(`card/${card.id}`, card.done, card.title)}
      >
        {card.done ? "✓ done; it is not" : "done"}
      </button>
    </article>
  );
}

function Figures({ card }: { card: Card }) {
  const u = useDesign().units;
  return (
    <dl className="self-start pt-2" data-testid="figures">
      {card.figures.map((f, i) => (
        <div key={f.name} className="grid grid-cols-[minmax(0,1fr)_auto] items-baseline gap-x-3 py-0.5">
          <dt className="text-soft">{f.name}</dt>
          <dd className={`fig text-right ${i < 2 ? "text-title font-semibold" : ""}`}>{figure(f, u)}</dd>
        </div>
      ))}
    </dl>
  );
}

function Words({ card }: { card: Card }) {
  return (
    <ul className="pt-2">
      <li>
        <b>Measure</b> {card.measure}.
      </li>
      {card.says.map((t) => (
        <li key={t}>{t}</li>
      ))}
      <li>
        <b>Test</b> {card.test}
      </li>
      {card.wrong && (
        <li className="text-red" data-testid="wrong">
          ✕ {card.wrong}
        </li>
      )}
      {card.cautions.map((t) => (
        <li key={t} className="text-ochre">
          ! {t}
        </li>
      ))}
    </ul>
  );
}

/** Where along each piece it is cut, from the end that is at the stop. */
function Places({ card }: { card: Card }) {
  const u = useDesign().units;
  const all = Object.entries(card.places).filter(([, at]) => at.length > 0);
  if (all.length === 0) return null;
  return (
    <div className="pt-1">
      {all.map(([letter, at]) => (
        <p key={letter}>
          <b>{letter}</b> <span className="text-soft">at the stop, from its first end:</span>{" "}
          <span className="fig">{at.map((p) => fine(p.at_mm, u)).join(", ")}</span>
        </p>
      ))}
    </div>
  );
}

/** What was measured on the test piece: the cards that hang on it follow, and where it is the design's, the verdict. */
function Asked({ ask, facts }: { ask: Ask; facts: ReturnType<typeof useFacts> }) {
  const design = useDesign();
  const { edit } = useDeeds();
  const put = async (value: number) => {
    const no = await facts.record({ kind: "measure", about: ask.key, data: { key: ask.key, value } });
    const made = no === null && ask.piece && ask.figure ? asMade(design, ask.piece, ask.figure, value) : null;
    if (made) edit(made);
    return no;
  };
  return (
    <div className="max-w-96">
      <Measure
        label={`measured: ${ask.label}`}
        kind={ask.kind === "length" ? "length" : "number"}
        fine
        value={ask.is || ask.planned}
        onPut={put}
      />
      {ask.is ? (
        <p className="text-small text-soft">
          as built; it was to be{" "}
          {ask.kind === "length" ? fine(ask.planned, design.units) : `${decimal(ask.planned, 2)}°`}
        </p>
      ) : null}
    </div>
  );
}
