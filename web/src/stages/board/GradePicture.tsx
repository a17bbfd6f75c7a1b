/** Where knots and cracks lie on the little board, by grade: x, y, radius. */
const KNOTS: Record<string, [number, number, number][]> = {
  clear: [],
  "small-knots": [
    [46, 14, 3],
    [120, 22, 2.5],
    [196, 11, 3],
  ],
  knots: [
    [60, 16, 5.5],
    [150, 21, 5],
    [232, 12, 4],
  ],
  "large-knots": [
    [54, 17, 8],
    [140, 15, 10],
    [226, 20, 7],
  ],
  split: [[190, 14, 6]],
};

/** What a grade looks like on a board: its knots and how its grain slopes. */
export function GradePicture({ grade, name }: { grade: string; name: string }) {
  const slope = { knots: 5, "large-knots": 9, split: 16 }[grade] ?? 0;
  return (
    <svg viewBox="0 0 280 36" className="my-1 block w-full" role="img" aria-label={`A board: ${name}`}>
      <rect x="1" y="2" width="278" height="32" fill="var(--timber-light)" stroke="var(--ink)" />
      <g fill="none" stroke="var(--timber-ink)" strokeWidth="0.7" opacity="0.55">
        {[8, 14, 20, 26].map((y) => (
          <path
            key={y}
            d={`M1 ${y + slope / 2} C 90 ${y + slope / 4 + 2}, 190 ${y - slope / 4 - 2}, 279 ${y - slope / 2}`}
          />
        ))}
      </g>
      {(KNOTS[grade] ?? []).map(([x, y, r]) => (
        <g key={x} stroke="var(--timber-ink)">
          <ellipse cx={x} cy={y} rx={r * 1.25} ry={r} fill="var(--timber)" />
          <ellipse cx={x} cy={y} rx={r * 0.6} ry={r * 0.45} fill={grade === "large-knots" ? "var(--sheet)" : "none"} />
        </g>
      ))}
      {grade === "split" && (
        <path d="M1 20 C 40 19, 70 22, 118 17" fill="none" stroke="var(--timber-ink)" strokeWidth="2.4" />
      )}
    </svg>
  );
}
