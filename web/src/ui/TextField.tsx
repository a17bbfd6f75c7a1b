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
    <label className="grid grid-cols-[minmax(8rem,auto)_9rem_1fr] items-center gap-2 py-1">
      <span className="text-soft">{label}</span>
      <input
        className="fig min-h-9 border-b border-hair bg-transparent px-1 focus:border-chalk"
        value={value}
        onChange={(e) => onChange(e.target.value)}
      />
      <span className="text-[13px] text-soft">{hint}</span>
    </label>
  );
}
