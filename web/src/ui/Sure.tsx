import { useState } from "react";

/** A press that asks once more where something would be lost by it. */
export function Sure({ label, lost, onSure }: { label: string; lost: string | null; onSure: () => void }) {
  const [asking, setAsking] = useState(false);
  const press = (e: () => void) => () => {
    setAsking(false);
    e();
  };
  if (!asking || !lost)
    return (
      <button type="button" className="act" onClick={() => (lost ? setAsking(true) : onSure())}>
        {label}
      </button>
    );
  return (
    <span role="alert" className="text-ochre">
      {lost}{" "}
      <button type="button" className="act" onClick={press(onSure)}>
        {label} all the same
      </button>{" "}
      <button type="button" className="act" onClick={press(() => undefined)}>
        keep it
      </button>
    </span>
  );
}
