import { useRef } from "react";

/** A press that asks the person for a file. */
export function FileButton({
  label,
  accept,
  onFile,
  children,
}: {
  label: string;
  accept: string;
  onFile: (f: File) => Promise<void>;
  children: string;
}) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <button type="button" className="act" onClick={() => input.current?.click()}>
        {children}
      </button>
      <input
        ref={input}
        type="file"
        accept={accept}
        aria-label={label}
        className="hidden"
        onChange={(e) => {
          const f = e.target.files?.[0];
          e.target.value = "";
          if (f) void onFile(f);
        }}
      />
    </>
  );
}
