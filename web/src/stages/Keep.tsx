import { useState } from "react";
import { reason } from "../api/client";
import { useOwn } from "../bench/useOwn";

/** Keeps a thing for reuse, and says that it did. */
export function Keep({ what }: { what: () => Promise<unknown> }) {
  const own = useOwn();
  const [said, setSaid] = useState("");
  const keep = async () => {
    try {
      await what();
      await own.refetch();
      setSaid("kept");
    } catch (err) {
      setSaid(reason(err));
    }
  };
  return said ? (
    <span role="status" className={said === "kept" ? "text-vial" : "text-red"}>
      {said}
    </span>
  ) : (
    <button type="button" className="act" title="Keep it for reuse, on every wall" onClick={() => void keep()}>
      keep
    </button>
  );
}
