import { ToggleGroup } from "radix-ui";
import { Term } from "./Term";
import { useState, type ChangeEvent, type KeyboardEvent, type ReactNode } from "react";

/** A titled group of fields in the panel. */
export function Group({ title, children, action }: { title?: string; children: ReactNode; action?: ReactNode }) {
  return (
    <section className="border-t border-hair py-2 first:border-t-0">
      {title && (
        <div className="flex items-baseline justify-between">
          <h3 className="font-semibold">{title}</h3>
          {action}
        </div>
      )}
      {children}
    </section>
  );
}

/** A label and what is read beside it. */
export function Row({
  label,
  children,
  tone,
}: {
  label: string;
  children: ReactNode;
  tone?: "bad" | "close" | "good";
}) {
  const color = tone === "bad" ? "text-red" : tone === "close" ? "text-ochre" : tone === "good" ? "text-vial" : "";
  return (
    <div className="row-field grid min-h-7 grid-cols-[1fr_auto] items-center gap-x-3">
      <span className="text-soft">
        <Term label={label} />
      </span>
      <span className={`fig text-right whitespace-nowrap ${color}`}>{children}</span>
    </div>
  );
}

/** A line of a list: what it is, a figure, and a press that chooses it. */
export function ListRow({
  on,
  figure,
  onClick,
  children,
}: {
  on: boolean;
  figure: ReactNode;
  onClick: () => void;
  children: ReactNode;
}) {
  return (
    <li>
      <button
        type="button"
        aria-pressed={on}
        className={`row-field grid min-h-7 w-full grid-cols-[minmax(0,1fr)_auto] items-center gap-2 text-left hover:text-chalk ${on ? "font-semibold text-chalk" : ""}`}
        onClick={onClick}
      >
        <span className="truncate">{children}</span>
        <span className="fig font-normal">{figure}</span>
      </button>
    </li>
  );
}

/** One of a few, all seen at once. */
export function Choice<T extends string>({
  label,
  value,
  options,
  onChange,
}: {
  label: string;
  value: T;
  options: [T, string][];
  onChange: (v: T) => void;
}) {
  return (
    <div className="row-field grid min-h-7 grid-cols-[auto_1fr] items-center gap-x-3">
      <span className="text-soft">
        <Term label={label} />
      </span>
      <ToggleGroup.Root
        type="single"
        aria-label={label}
        value={value}
        onValueChange={(v) => v && onChange(v as T)}
        className="flex flex-wrap justify-end gap-x-1"
      >
        {options.map(([v, name]) => (
          <ToggleGroup.Item
            key={v}
            value={v}
            className="min-h-7 border-b-2 border-transparent px-1 text-soft hover:text-ink data-[state=on]:border-chalk data-[state=on]:font-semibold data-[state=on]:text-chalk"
          >
            {name}
          </ToggleGroup.Item>
        ))}
      </ToggleGroup.Root>
    </div>
  );
}

/** One of many; an option's third word is the group that it stands in. */
export function Pick<T extends string>({
  label,
  value,
  options,
  onChange,
}: {
  label: string;
  value: T;
  options: [T, string, string?][];
  onChange: (v: T) => void;
}) {
  const groups = [...new Set(options.map((o) => o[2]))];
  const option = ([v, name]: [T, string, string?]) => (
    <option key={v} value={v} className="bg-sheet text-ink">
      {name}
    </option>
  );
  return (
    <label className="row-field grid min-h-7 grid-cols-[auto_minmax(0,1fr)] items-center gap-x-3">
      <span className="text-soft">
        <Term label={label} />
      </span>
      <select
        className="min-h-7 w-full truncate bg-transparent text-right text-chalk"
        value={value}
        onChange={(e) => onChange(e.target.value as T)}
      >
        {groups.map((g) =>
          g ? (
            <optgroup key={g} label={g}>
              {options.filter((o) => o[2] === g).map(option)}
            </optgroup>
          ) : (
            options.filter((o) => !o[2]).map(option)
          ),
        )}
      </select>
    </label>
  );
}

/** A name that is typed and kept on leaving. */
function useName(value: string, onChange: (v: string) => void) {
  const [text, setText] = useState<string | null>(null);
  return {
    value: text ?? value,
    maxLength: 240,
    onChange: (e: ChangeEvent<HTMLInputElement>) => setText(e.target.value),
    onBlur: () => {
      const name = text?.trim();
      if (name && name !== value) onChange(name);
      setText(null);
    },
    onKeyDown: (e: KeyboardEvent<HTMLInputElement>) => {
      e.stopPropagation();
      if (e.key === "Enter") e.currentTarget.blur();
      if (e.key === "Escape") setText(null);
    },
  };
}

/** A name beside its label. */
export function Name({ label, value, onChange }: { label: string; value: string; onChange: (v: string) => void }) {
  return (
    <label className="row-field grid min-h-7 grid-cols-[auto_1fr] items-center gap-x-3">
      <span className="text-soft">
        <Term label={label} />
      </span>
      <input
        className="min-h-7 w-full border-b border-transparent bg-transparent text-right text-ink hover:border-hair focus:border-chalk"
        {...useName(value, onChange)}
      />
    </label>
  );
}

/** A name that is the panel's title. */
export function Title({ value, onChange }: { value: string; onChange: (v: string) => void }) {
  return (
    <input
      aria-label="Name of the shelf"
      className="min-h-8 w-full border-b border-transparent bg-transparent text-head font-semibold hover:border-hair focus:border-chalk"
      {...useName(value, onChange)}
    />
  );
}
