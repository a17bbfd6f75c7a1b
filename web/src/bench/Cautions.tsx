import type { Fault, ShelfReport } from "../api/types.gen";
import { Group } from "../ui/fields";
import { useTogether } from "./useTogether";

/** What to beware of, and what the answer took for granted. */
export function Cautions({ shelf }: { shelf: ShelfReport | undefined }) {
  const faults = useTogether(shelf?.id ?? null);
  if (!shelf) return null;
  return (
    <Group title="Beware, and assumed">
      {faults.length > 0 && (
        <ul className="text-small leading-snug" data-testid="faults">
          {likeOnes(faults).map(([says, n]) => (
            <li key={says} className="mt-1 text-red">
              Does not go together{n > 1 ? `, ${n} times` : ""}: {says}.
            </li>
          ))}
        </ul>
      )}
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

/** Faults by what they say, and how many times. */
function likeOnes(all: Fault[]): [string, number][] {
  const out = new Map<string, number>();
  for (const f of all) out.set(`the ${f.name} ${f.says}`, (out.get(`the ${f.name} ${f.says}`) ?? 0) + 1);
  return [...out];
}

const cap = (s: string) => s.charAt(0).toUpperCase() + s.slice(1);
