import { useQuery } from "@tanstack/react-query";
import { api } from "../api/client";
import { Sheet } from "../ui/Sheet";
import { useSheet } from "./context";

/** What all the words mean, in the order of the job. */
export function WordsSheet() {
  const [open, setOpen] = useSheet("words");
  const { data } = useQuery({ queryKey: ["glossary"], queryFn: api.glossary, enabled: open, staleTime: Infinity });
  return (
    <Sheet open={open} onClose={() => setOpen(false)} title="Words">
      <p className="mb-2 text-soft">Any label in the panel says what it means when it is pressed.</p>
      <dl>
        {data?.map((e) => (
          <div key={e.words[0]} className="border-t border-hair py-1.5">
            <dt className="font-semibold">{e.words.slice(0, 4).join(", ")}</dt>
            <dd>{e.meaning}</dd>
            {e.where && <dd className="text-soft">{e.where}</dd>}
          </div>
        ))}
      </dl>
    </Sheet>
  );
}
