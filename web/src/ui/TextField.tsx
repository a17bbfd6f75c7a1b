/** A field of a sheet, read by the server when the sheet is done. */
export function TextField({
  label,
  hint,
  value,
  onChange,
}: {
  label: string;
  hint?: string;
  value: string;
  onChange: (v: string) => void;
}) {
  return (
    <label className="grid grid-cols-[10rem_minmax(0,1fr)] items-center gap-x-3 py-1">
      <span className="text-soft">{label}</span>
      <input
        className="fig min-h-9 w-full max-w-60 border-b border-hair bg-transparent px-1 focus:border-chalk"
        value={value}
        onChange={(e) => onChange(e.target.value)}
      />
      {hint && <span className="col-start-2 text-small text-soft">{hint}</span>}
    </label>
  );
}
