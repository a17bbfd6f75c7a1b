import { useQuery } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { api, reason } from "../../api/client";
import { stages } from "../../api/stages";
import type { Bend, Dial, Press, Shelf, Stiffness, Units } from "../../api/types.gen";
import { useCatalogue, useDeeds, useDesign } from "../../bench/context";
import { useOwn } from "../../bench/useOwn";
import { nameOf } from "../../bench/words";
import { bare, decimal, dial as dialed, length, lengthUnit, mass, sag, stress } from "../../format";
import { Sheet } from "../../ui/Sheet";
import { TextField } from "../../ui/TextField";
import { setBoard } from "../../model/board";

/** Test your own board: two battens, a weight, and the dial gauge or a ruler. */
export function TestSheet({ shelf, onClose }: { shelf: Shelf; onClose: () => void }) {
  const design = useDesign();
  const catalogue = useCatalogue();
  const u = design.units;
  const [setup, setSetup] = useState<{ span: number } | null>(null);
  const [span, setSpan] = useState(length(Math.min(shelf.length_mm - 40, Math.max(300, 40 * shelf.thickness_mm)), u));
  const [weight, setWeight] = useState(u.mass === "lb" ? "15" : "7");
  const [ruler, setRuler] = useState("");
  const [readings, setReadings] = useState<Bend[]>([]);
  const [error, setError] = useState<string | null>(null);
  const bench = {
    wood: shelf.board.woods[0] ?? "",
    grade: shelf.board.grade,
    span_mm: setup?.span ?? 0,
    width_mm: shelf.depth_mm,
    thickness_mm: shelf.thickness_mm,
  };
  const gauge = useDial(setup ? bench : null, setError);
  const test = { ...bench, readings };
  const found = useQuery({
    queryKey: ["stiffness", test],
    queryFn: () => stages.stiffness(test),
    enabled: readings.length > 0,
    gcTime: 0,
    retry: false,
  });
  const attempt = async (work: () => Promise<void>) => {
    try {
      await work();
      setError(null);
    } catch (err) {
      setError(reason(err));
    }
  };
  const lay = () =>
    attempt(async () => {
      const { value } = await api.quantity(span, "length", u.length);
      await stages.dial({ seed: 1, bench: { ...bench, span_mm: value }, presses: [], at_s: 0 });
      setSetup({ span: value });
      setReadings([]);
    });
  const hang = () =>
    attempt(async () => {
      const { value } = await api.quantity(weight, "mass", u.mass);
      gauge.press({ put_kg: value });
    });
  const note = async (sagMm: number) => {
    const { value } = await api.quantity(weight, "mass", u.mass);
    const next = [...readings, { load_kg: gauge.hangs || value, sag_mm: sagMm }];
    await stages.stiffness({ ...bench, readings: next });
    setReadings(next);
    setRuler("");
  };
  return (
    <Sheet open onClose={onClose} title="Test your own board">
      <p className="text-soft">
        Lay the board flat on two battens, put the gauge under its middle, zero it, hang a weight at the middle and read
        how far it goes down. Wear glasses, keep your feet clear, stop well before it creaks.
      </p>
      <form
        className="border-b border-hair pb-2"
        onSubmit={(e) => {
          e.preventDefault();
          void lay();
        }}
      >
        <TextField label="battens apart" value={span} onChange={setSpan} hint={bare(u.length)} />
        <p className="text-small text-soft">
          The board is the shelf’s: {nameOf(catalogue, bench.wood)}, {lengthUnit(shelf.depth_mm, u)} wide,{" "}
          {lengthUnit(shelf.thickness_mm, u)} thick.
        </p>
        <button type="submit" className="act font-semibold">
          {setup ? "Lay it anew" : "Lay it on the battens"}
        </button>
      </form>
      {error && (
        <p role="alert" className="py-1 text-red">
          {error}
        </p>
      )}
      {setup && (
        <>
          <Rig span={setup.span} thickness={shelf.thickness_mm} dial={gauge.dial} hangs={gauge.hangs} units={u} />
          <Reads dial={gauge.dial} dropped={gauge.dropped} units={u} />
          <p className="text-right text-small text-soft">the bend is drawn × 10</p>
          <form
            onSubmit={(e) => {
              e.preventDefault();
              void hang();
            }}
          >
            <TextField label="weight" value={weight} onChange={setWeight} hint={bare(u.mass)} />
            <p className="flex flex-wrap gap-x-4">
              <button type="button" className="act" onClick={() => gauge.press({ zero: true })}>
                zero
              </button>
              <button type="submit" className="act">
                hang it
              </button>
              <button
                type="button"
                className="act"
                disabled={gauge.hangs === 0}
                onClick={() => gauge.press({ put_kg: 0 })}
              >
                take it off
              </button>
              <button
                type="button"
                className="act font-semibold"
                disabled={gauge.hangs === 0 || !gauge.dial?.stable || gauge.dial.fault !== undefined}
                onClick={() => void attempt(() => note(gauge.dial?.mm ?? 0))}
              >
                note the reading
              </button>
            </p>
          </form>
          <form
            onSubmit={(e) => {
              e.preventDefault();
              void attempt(async () => {
                const { value } = await api.quantity(ruler, "length", u.length);
                await note(value);
              });
            }}
          >
            <TextField
              label="or by a ruler, down"
              value={ruler}
              onChange={setRuler}
              hint={`${bare(u.length)}; Enter notes it`}
            />
          </form>
        </>
      )}
      {readings.length > 0 && found.data && (
        <Found
          shelf={shelf}
          readings={readings}
          setReadings={setReadings}
          found={found.data}
          onUse={onClose}
          attempt={attempt}
        />
      )}
    </Sheet>
  );
}

/** What the gauge shows, and whether it is at rest. */
function Reads({ dial, dropped, units }: { dial: Dial | null; dropped: boolean; units: Units }) {
  return (
    <p className="fig text-center text-figure" data-testid="dial" data-stable={dial?.stable ?? false}>
      {dial?.fault === "end of travel" ? "end of travel" : dialed(dial?.mm ?? 0, units)}
      <span className="ml-2 font-sans text-small text-soft">
        simulated gauge, {dropped ? "no reading" : dial?.stable ? "at rest" : "moving"}
      </span>
    </p>
  );
}

/** The gauge, asked four times a second. */
function useDial(bench: Parameters<typeof stages.dial>[0]["bench"] | null, fail: (why: string) => void) {
  const [presses, setPresses] = useState<Press[]>([]);
  const [dial, setDial] = useState<Dial | null>(null);
  const [dropped, setDropped] = useState(false);
  const [on, setOn] = useState({ at: 0, seed: 0 });
  const latest = useRef({ presses, bench, fail });
  useEffect(() => {
    latest.current = { presses, bench, fail };
  });
  const laid = bench ? `${bench.wood} ${bench.span_mm} ${bench.width_mm} ${bench.thickness_mm}` : "";
  const [was, setWas] = useState("");
  if (laid !== was) {
    setWas(laid);
    setPresses([]);
    setDial(null);
    setOn({ at: 0, seed: on.seed });
  }
  useEffect(() => {
    if (!laid) return;
    let gone = false;
    const start = performance.now();
    const seed = [...laid].reduce((h, c) => (h * 31 + c.charCodeAt(0)) % 1_000_003, 7); // one board, one E
    setTimeout(() => !gone && setOn({ at: start, seed }), 0);
    const tick = async () => {
      const { presses: done, bench: b } = latest.current;
      if (!b) return;
      try {
        const d = await stages.dial({ seed, bench: b, presses: done, at_s: (performance.now() - start) / 1000 });
        if (gone) return;
        if (latest.current.presses !== done) return; // something was done to the board since
        setDropped(d.fault === "no reading");
        if (d.fault !== "no reading") setDial(d);
      } catch (err) {
        if (!gone) latest.current.fail(reason(err));
      }
    };
    const timer = setInterval(() => void tick(), 250);
    void tick();
    return () => {
      gone = true;
      clearInterval(timer);
    };
  }, [laid]);
  const hangs = presses.filter((p) => !p.zero).at(-1)?.put_kg ?? 0;
  const press = (p: { put_kg?: number; zero?: boolean }) => {
    setDial((d) => d && { ...d, stable: false });
    setPresses([
      ...presses,
      { at_s: (performance.now() - on.at) / 1000, put_kg: p.put_kg ?? 0, zero: p.zero ?? false },
    ]);
  };
  return { dial, dropped, hangs, press };
}

/** The board on its battens, bent as the gauge says, ten times larger than life. */
function Rig({
  span,
  thickness,
  dial,
  hangs,
  units,
}: {
  span: number;
  thickness: number;
  dial: Dial | null;
  hangs: number;
  units: Parameters<typeof mass>[1];
}) {
  const k = 520 / (span * 1.1);
  const down = Math.max(-4, Math.min(46, (dial?.mm ?? 0) * 10 * k));
  const t = Math.max(5, thickness * k);
  return (
    <svg
      viewBox="0 0 600 118"
      className="mt-2 block w-full"
      role="img"
      aria-label={`Board on two battens ${lengthUnit(span, units)} apart, down ${sag(dial?.mm ?? 0, units)}`}
    >
      <path
        d={`M20 40 Q300 ${40 + 2 * down} 580 40 v${t} Q300 ${40 + t + 2 * down} 20 ${40 + t} z`}
        fill="var(--timber-light)"
        stroke="var(--ink)"
      />
      {[44, 556].map((x) => (
        <path key={x} d={`M${x} ${42 + t} l-11 20 h22 z`} fill="none" stroke="var(--ink)" />
      ))}
      {hangs > 0 && (
        <text x="300" y="14" textAnchor="middle" fontSize="var(--size-note)" className="fig" fill="var(--ink)">
          {mass(hangs, units)} {units.mass} ↓
        </text>
      )}
      <line x1="300" x2="300" y1={40 + t + down} y2="104" stroke="var(--chalk)" strokeWidth="2" />
      <circle cx="300" cy="106" r="8" fill="none" stroke="var(--chalk)" strokeWidth="2" />
    </svg>
  );
}

/** What the readings come to, and what may be done with it. */
function Found({
  shelf,
  readings,
  setReadings,
  found,
  onUse,
  attempt,
}: {
  shelf: Shelf;
  readings: Bend[];
  setReadings: (r: Bend[]) => void;
  found: Stiffness;
  onUse: () => void;
  attempt: (work: () => Promise<void>) => Promise<void>;
}) {
  const u = useDesign().units;
  const catalogue = useCatalogue();
  const { edit } = useDeeds();
  const own = useOwn();
  const [name, setName] = useState(`${nameOf(catalogue, shelf.board.woods[0])}, my board`);
  const [said, setSaid] = useState("");
  const keep = (e: number, spread: number) =>
    attempt(async () => {
      await stages.keepBoard({
        name,
        wood: shelf.board.woods[0] ?? "",
        grade: shelf.board.grade,
        width_mm: shelf.depth_mm,
        thickness_mm: shelf.thickness_mm,
        e_mpa: e,
        spread,
        moisture_pct: shelf.board.moisture_pct,
      });
      await own.refetch();
      setSaid("kept among your boards");
    });
  return (
    <div className="border-t border-hair pt-2" data-testid="found">
      <table className="fig w-full text-small">
        <thead className="text-left text-soft">
          <tr>
            <th className="font-normal">weight</th>
            <th className="font-normal">down</th>
            <th className="font-normal">E</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {readings.map((r, i) => (
            <tr key={i}>
              <td>
                {mass(r.load_kg, u)} {u.mass}
              </td>
              <td>{dialed(r.sag_mm, u)}</td>
              <td>{stress(found.each_mpa[i] ?? 0, u)}</td>
              <td className="text-right">
                <button
                  type="button"
                  className="act"
                  aria-label={`Drop reading ${i + 1}`}
                  onClick={() => setReadings(readings.filter((_, j) => j !== i))}
                >
                  ✕
                </button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="py-1">
        E <span className="fig text-title font-medium">{stress(found.e_mpa, u)}</span>
        {readings.length > 1 ? ` ± ${decimal(found.spread * 100, 1)} %` : ", by one reading: take two more"}
      </p>
      <p className="flex flex-wrap items-center gap-x-4">
        <button
          type="button"
          className="act font-semibold"
          onClick={() => {
            edit(setBoard(shelf.id, { tested_mpa: Math.round(found.e_mpa) }));
            onUse();
          }}
        >
          use it for this shelf
        </button>
      </p>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          void keep(found.e_mpa, found.spread);
        }}
      >
        <TextField label="keep it as" value={name} onChange={setName} />
        <button type="submit" className="act">
          keep it among my boards
        </button>{" "}
        <span role="status" className="text-vial">
          {said}
        </span>
      </form>
    </div>
  );
}
