import { Popover } from "radix-ui";
import { useEffect, useState } from "react";
import type { Meaning } from "./Term";

/** What a label means, beside it. */
export function TermOpen({
  label,
  at,
  find,
  onClose,
}: {
  label: string;
  at: HTMLElement;
  find: (label: string) => Promise<Meaning | null>;
  onClose: () => void;
}) {
  const [found, setFound] = useState<Meaning | null | undefined>(undefined);
  useEffect(() => {
    find(label).then(setFound, () => setFound(null));
  }, [find, label]);
  return (
    <Popover.Root open onOpenChange={(on) => !on && onClose()}>
      <Popover.Anchor virtualRef={{ current: at }} />
      <Popover.Portal>
        <Popover.Content
          side="left"
          align="start"
          collisionPadding={8}
          className="z-50 w-72 border border-chalk bg-sheet p-3 text-base text-ink"
        >
          <p className="font-semibold">{label}</p>
          {found === undefined && <p className="text-soft">Looking.</p>}
          {found === null && <p className="text-soft">Nothing is written about this yet.</p>}
          {found && (
            <>
              <p>{found.meaning}</p>
              {found.where && <p className="mt-1 text-soft">{found.where}</p>}
              {found.picture && <Picture of={found.picture} />}
            </>
          )}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

/** Small drawings, 200 by 90: timber, steel, and what is measured. */
const PICTURES: Record<string, { timber?: string; steel?: string; marks: string }> = {
  bracket: {
    timber: "M40 22h150v8H40z",
    steel: "M30 5h6v80h-6zM36 30h110v6H36z",
    marks: "M36 46h110m-4-3 4 3-4 3M40 43l-4 3 4 3M20 36v49m-3-4 3 4 3-4M17 40l3-4 3 4",
  },
  heel: {
    timber: "M44 22h140v8H44z",
    steel: "M34 5h6v76h-6zM40 30h100v6H40z",
    marks: "M120 2v18m-4-5 4 5 4-5M64 76H42m5-4-5 4 5 4M22 42h12m-5-4 5 4-5 4M40 60h80m-4-3 4 3-4 3",
  },
  thread: {
    steel: "M20 34h10v22H20zM30 40h70v10H30zM100 37h70l14 8-14 8h-70z",
    marks: "M30 66h154m-4-3 4 3-4 3M34 63l-4 3 4 3M120 20v14m-3-4 3 4 3-4M120 70V56m-3 4 3-4 3 4",
  },
  pin: {
    timber: "M20 20h26v50H20zM56 20h134v50H56z",
    steel: "M26 40h74v10H26z",
    marks: "M26 80h20m-4-3 4 3-4 3M56 80h44m-4-3 4 3-4 3M60 77l-4 3 4 3",
  },
  cleat: {
    timber: "M30 50h24V10L30 34zM58 46V6l40 0v76H58z",
    marks: "M30 34l24-24M70 60h40m-4-3 4 3-4 3",
  },
  keyhole: {
    timber: "M40 10h120v70H40z",
    marks: "M92 62a12 12 0 1 0 16 0V26a8 8 0 1 0-16 0zM120 30h20m-4-3 4 3-4 3",
  },
  lap: {
    timber: "M20 34h90v12H70v14H20zM74 50h40V38h66v22H74z",
    marks: "M70 20v18m40-18v18M70 24h40m-4-3 4 3-4 3M74 21l-4 3 4 3",
  },
  rings: {
    timber: "M20 25h70v40H20zM110 25h70v40h-70z",
    marks: "M20 60q35-40 70 0M20 45q35-34 70 0M28 65q27-20 54 0M118 25v40m12-40v40m12-40v40m12-40v40m12-40v40",
  },
  lip: {
    timber: "M30 30h150v10H30zM168 40h12v26h-12z",
    marks: "M188 40v26m-3-4 3 4 3-4M185 44l3-4 3 4",
  },
};

function Picture({ of }: { of: string }) {
  const p = PICTURES[of];
  if (!p) return null;
  return (
    <svg viewBox="0 0 200 90" className="mt-2 w-full" aria-hidden>
      {p.timber && <path d={p.timber} fill="var(--timber-light)" stroke="var(--timber-ink)" />}
      {p.steel && <path d={p.steel} fill="var(--steel)" stroke="var(--ink)" />}
      <path d={p.marks} fill="none" stroke="var(--chalk)" strokeWidth="1.5" />
    </svg>
  );
}
