/** Everything the screen says in figures is written here. */

export interface Units {
  length: string;
  mass: string;
}

const REMEMBERED = "aguante:units";

/** The units that this browser was last read in; else those of its language. */
export function usualUnits(): { length: "in" | "mm"; mass: "lb" | "kg" } {
  const inch = /^en-(US|LR)|^my/.test(navigator.language);
  let kept: Partial<Units> = {};
  try {
    kept = (JSON.parse(localStorage.getItem(REMEMBERED) ?? "{}") ?? {}) as Partial<Units>;
  } catch {
    // what another program left there, or a browser that keeps nothing
  }
  const length = kept.length === "in" || kept.length === "mm" ? kept.length : inch ? "in" : "mm";
  return { length, mass: kept.mass === "lb" || kept.mass === "kg" ? kept.mass : inch ? "lb" : "kg" };
}

export function rememberUnits(u: Units) {
  try {
    localStorage.setItem(REMEMBERED, JSON.stringify(u));
  } catch {
    // a browser that keeps nothing
  }
}

const LB = 0.45359237;
const PSI = 145.0377; // in an MPa

/** v with at most `places` decimals and no trailing zeros. */
export function decimal(v: number, places: number): string {
  let s = v.toFixed(places);
  if (s.includes(".")) s = s.replace(/0+$/, "").replace(/\.$/, "");
  return s === "-0" ? "0" : s;
}

/** Inches to the nearest 1/denominator, reduced: "27 5/8". */
export function inches(mm: number, denominator = 16): string {
  let n = Math.sign(mm) * Math.round((Math.abs(mm) / 25.4) * denominator);
  const sign = n < 0 ? "-" : "";
  n = Math.abs(n);
  let d = denominator;
  const whole = Math.floor(n / d);
  let part = n % d;
  while (part > 0 && part % 2 === 0) {
    part /= 2;
    d /= 2;
  }
  if (part === 0) return `${sign}${whole}`;
  return whole === 0 ? `${sign}${part}/${d}` : `${sign}${whole} ${part}/${d}`;
}

/** A length without its unit, in the person's own: small ones finer. */
export function length(mm: number, u: Units): string {
  if (u.length !== "in") return decimal(mm, 1);
  const small = Math.abs(mm);
  if (small > 1e-9 && small < 25.4 / 64) return decimal(mm / 25.4, 3);
  return inches(mm, small < 25.4 / 4 ? 64 : 16);
}

/** A length with its unit. */
export const lengthUnit = (mm: number, u: Units): string => `${length(mm, u)} ${u.length}`;

/** Thin things: steel bars and drill bits want 1/64 in or a tenth of a mm. */
export const fine = (mm: number, u: Units): string =>
  u.length === "in" && mm > 0 && mm < 0.39
    ? `${(mm / 25.4).toFixed(3)} in`
    : u.length === "in"
      ? `${inches(mm, 64)} in`
      : `${decimal(mm, 1)} mm`;

/** Sag: hundredths of an inch or tenths of a millimetre; what is less says so. */
export function sag(mm: number, u: Units): string {
  const inch = u.length === "in";
  const text = inch ? (mm / 25.4).toFixed(2) : mm.toFixed(1);
  const some = mm > 0 && Number(text) === 0;
  return inch ? `${some ? "under 0.01" : text} in` : `${some ? "under 0.1" : text} mm`;
}

const inMass = (kg: number, u: Units) => (u.mass === "lb" ? kg / LB : kg);

/** How much of a figure is only how it was reckoned: a pound that was typed is a pound. */
const GRAIN = 1e-6;

/** What something holds, rounded down: whole from 20 on, else with one decimal. */
export function holds(kg: number, u: Units): string {
  const v = inMass(kg, u) * (1 + GRAIN);
  return `${v >= 20 ? Math.floor(v).toFixed(0) : decimal(Math.floor(v * 10) / 10, 1)} ${u.mass}`;
}

/** What is asked, rounded up, so that a shortfall is never hidden. */
export function asked(kg: number, u: Units): string {
  const v = inMass(kg, u) * (1 - GRAIN);
  return `${v >= 20 ? Math.ceil(v).toFixed(0) : decimal(Math.ceil(v * 10) / 10, 1)} ${u.mass}`;
}

/** A mass as it was given. */
export const mass = (kg: number, u: Units): string => decimal(inMass(kg, u), 2);

/** A mass on the drawing: to a tenth. */
export const round = (kg: number, u: Units): string => `${decimal(inMass(kg, u), 1)} ${u.mass}`;

/** A stress or a stiffness: who thinks in inches reads psi too, to three figures. */
export const stress = (mpa: number, u: Units): string =>
  u.length === "in"
    ? `${significant(Number((mpa * PSI).toPrecision(3)))} psi (${decimal(mpa, 0)} MPa)`
    : `${decimal(mpa, 0)} MPa`;

/** What a dial gauge shows: a hundredth of a millimetre or a thousandth of an inch. */
export const dial = (mm: number, u: Units): string =>
  u.length === "in" ? `${(mm / 25.4).toFixed(3)} in` : `${mm.toFixed(2)} mm`;

/** A force, said as the mass that weighs it. */
export const weight = (n: number, u: Units): string => `${decimal(inMass(n / 9.80665, u), 1)} ${u.mass}`;

const SI: Record<string, string> = {
  length: "mm",
  area: "mm²",
  modulus: "mm³",
  inertia: "mm⁴",
  mass: "kg",
  force: "N",
  moment: "N·mm",
  stress: "MPa",
  rate: "N/mm",
  stiffness: "N·mm²",
  density: "kg/m³",
  per_square: "mm/N",
  days: "days",
  ratio: "",
};

const INCH: Record<string, [number, string]> = {
  length: [1 / 25.4, "in"],
  mass: [1 / LB, "lb"],
  force: [1 / (LB * 9.80665), "lbf"],
  moment: [1 / (LB * 9.80665 * 25.4), "lbf·in"],
  stress: [PSI, "psi"],
};

/** Four significant figures, with thin spaces between thousands. */
export function significant(v: number): string {
  if (v === 0) return "0";
  const a = Math.abs(v);
  if (a >= 1e7 || a < 1e-3) {
    const power = Math.floor(Math.log10(a));
    return `${(v / 10 ** power).toFixed(3)} × 10${superscript(power)}`;
  }
  const places = Math.max(0, 3 - Math.floor(Math.log10(a)));
  const [whole = "", part] = decimal(v, places).split(".");
  const spaced = whole.replace(/\B(?=(\d{3})+(?!\d))/g, "\u2009");
  return part ? `${spaced}.${part}` : spaced;
}

function superscript(n: number): string {
  const digits = "⁰¹²³⁴⁵⁶⁷⁸⁹";
  return (n < 0 ? "⁻" : "") + [...String(Math.abs(n))].map((d) => digits[Number(d)]).join("");
}

/** A number of the working with its unit. */
export const value = (v: number, kind: string): string => `${significant(v)} ${SI[kind] ?? ""}`.trim();

/** The same in inches and pounds for people who think in them, or "". */
export function converted(v: number, kind: string, u: Units): string {
  const to = INCH[kind];
  if (!to) return "";
  if (kind === "mass" ? u.mass !== "lb" : u.length !== "in") return "";
  return `${significant(v * to[0])} ${to[1]}`;
}

/** The unit of a bare number, in a sentence. */
export const bare = (unit: string): string => `a bare number is in ${unit === "in" ? "inches" : unit}`;

/** A name with room for a word more, not cut within a letter. */
export const short = (name: string) => Array.from(name).slice(0, 100).join("");
