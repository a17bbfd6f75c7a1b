import { useQuery } from "@tanstack/react-query";
import { api } from "../api/client";
import type { FileProblem } from "../api/types.gen";
import { mend, steps } from "../model/mend";
import { thingAt } from "../model/find";
import { Group } from "../ui/fields";
import { useLater } from "../ui/useLater";
import { useChoice, useDeeds, useDesign } from "./context";
import type { Checked } from "./useCheck";

/** What does not go together in the design, each where it is, with the changes that mend it. */
export function Problems({ checked, undo }: { checked: Checked; undo: (() => void) | null }) {
  const { shelfId } = useChoice();
  const all = [...checked.problems, ...(checked.refused.get(shelfId ?? "") ?? [])].filter((b) => b.path.includes("."));
  if (all.length === 0) return null;
  return (
    <Group
      title="To be mended first"
      action={
        undo && (
          <button type="button" className="act" onClick={undo}>
            undo the last change
          </button>
        )
      }
    >
      <ul data-testid="problems">
        {all.slice(0, 3).map((b) => (
          <Problem key={b.path} problem={b} />
        ))}
      </ul>
      {all.length > 3 && <p className="text-soft">And {all.length - 3} more.</p>}
    </Group>
  );
}

function Problem({ problem }: { problem: FileProblem }) {
  const design = useDesign();
  const { edit, select } = useDeeds();
  const rested = useLater(design, 250);
  const { data } = useQuery({
    queryKey: ["mends", problem.path, rested] as const,
    queryFn: ({ signal }) => api.mends(rested, problem.path, signal),
    gcTime: 0,
    retry: false,
  });
  const where = thingAt(design, steps(problem.path));
  return (
    <li className="border-t border-hair py-1 first:border-t-0">
      <button type="button" className="text-left text-red" disabled={!where} onClick={() => select(where)}>
        {problem.message.charAt(0).toUpperCase() + problem.message.slice(1)}.
      </button>
      {/* As high as what is found, so that it pushes nothing from under a finger. */}
      <div className="min-h-[84px]">
        {rested === design &&
          data?.mends.map((m) => (
            <button key={m.text} type="button" className="act block text-left" onClick={() => edit(mend(m))}>
              {m.text}
            </button>
          ))}
      </div>
    </li>
  );
}
