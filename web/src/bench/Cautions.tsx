import type { ShelfReport } from "../api/types.gen";
import { Group } from "../ui/fields";

/** What to beware of, and what the answer took for granted. */
export function Cautions({ shelf }: { shelf: ShelfReport | undefined }) {
  if (!shelf) return null;
  return (
    <Group title="Beware, and assumed">
      <ul className="answered text-small leading-snug">
        {[...shelf.not_judged, ...shelf.cautions].map((c, i) => (
          <li key={i} className="mt-1 text-ochre">
            {cap(c.text)}.
          </li>
        ))}
        {shelf.assumed.map((t, i) => (
          <li key={`a${i}`} className="mt-1 text-soft">
            Assumed: {t}.
          </li>
        ))}
        {shelf.not_known.length > 0 && (
          <li className="mt-1 text-soft">Left out of the expected break: {shelf.not_known.join("; ")}.</li>
        )}
      </ul>
    </Group>
  );
}

const cap = (s: string) => s.charAt(0).toUpperCase() + s.slice(1);
