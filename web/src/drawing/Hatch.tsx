/** The hatches of the drawings: studs, end grain. */
export function Hatches() {
  return (
    <defs>
      <pattern id="stud" width="9" height="9" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <line x1="0" y1="0" x2="0" y2="9" stroke="var(--timber)" strokeWidth="1.5" />
      </pattern>
      <pattern id="grain" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(-50)">
        <line x1="0" y1="0" x2="0" y2="6" stroke="var(--soft)" strokeWidth="0.8" />
      </pattern>
      <pattern id="masonry" width="12" height="12" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <path d="M0 0V12M4 0V12" stroke="var(--timber)" strokeWidth="1.2" />
      </pattern>
      <pattern id="crossed" width="5" height="5" patternUnits="userSpaceOnUse">
        <line x1="0" y1="2.5" x2="5" y2="2.5" stroke="var(--soft)" strokeWidth="0.8" />
      </pattern>
      <pattern id="keep" width="10" height="10" patternUnits="userSpaceOnUse" patternTransform="rotate(-45)">
        <line x1="0" y1="0" x2="0" y2="10" stroke="var(--ochre)" strokeWidth="1.4" opacity="0.7" />
      </pattern>
      <marker
        id="arrow"
        viewBox="0 0 10 10"
        refX="9"
        refY="5"
        markerWidth="8"
        markerHeight="8"
        orient="auto-start-reverse"
      >
        <path d="M1 1 9 5 1 9" fill="none" stroke="context-stroke" strokeWidth="1.6" />
      </marker>
    </defs>
  );
}
