import { useEffect, useState } from "react";
import { useNavigate } from "react-router";
import { api, reason } from "../api/client";
import { Sheet } from "../ui/Sheet";
import { short } from "../format";
import { drop, leftBehind, type Found } from "./pending";

/** Edits that windows left behind which closed before they were saved: each may be kept as a copy, or let go. */
export function FoundSheet({ id, name }: { id: string; name: string }) {
  const go = useNavigate();
  const [left, setLeft] = useState<Found[]>([]);
  const [open, setOpen] = useState(true);
  const [error, setError] = useState<string | null>(null);
  useEffect(() => {
    const look = () => void leftBehind(id).then(setLeft);
    look();
    const timer = setTimeout(look, 4000); // a window that has just closed is there for a moment
    addEventListener("focus", look);
    return () => {
      clearTimeout(timer);
      removeEventListener("focus", look);
    };
  }, [id]);
  const done = (f: Found) => {
    drop(f.slot);
    setLeft(left.filter((other) => other !== f));
  };
  const copy = async (f: Found) => {
    try {
      const document = await api.readFile(JSON.stringify(f.document));
      const made = await api.create({ ...document, name: `${short(document.name)}, as left` });
      done(f);
      void go(`/wall/${made.id}`);
    } catch (err) {
      setError(`${reason(err)} It is still kept here.`);
    }
  };
  return (
    <Sheet narrow open={open && left.length > 0} onClose={() => setOpen(false)} title="Left unsaved">
      <p>
        This browser has edits of {name} from a window that closed before they were saved. What is saved is on the
        bench; closing this keeps them for another time.
      </p>
      {error && <p className="mt-2 text-red">{error}</p>}
      <ul className="mt-3">
        {left.map((f) => (
          <li key={f.slot} className="mt-2 flex flex-wrap items-baseline gap-x-6">
            <span className="fig">{f.at > 0 ? new Date(f.at).toLocaleString() : "earlier"}</span>
            <button type="button" className="act font-semibold" onClick={() => void copy(f)}>
              Keep as a copy
            </button>
            <button type="button" className="act" onClick={() => done(f)}>
              Let it go
            </button>
          </li>
        ))}
      </ul>
    </Sheet>
  );
}
