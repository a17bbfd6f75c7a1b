import { DropdownMenu, ToggleGroup } from "radix-ui";
import { Link as RouterLink } from "react-router";
import { STAGES } from "../stages/stages";
import { rememberUnits } from "../format";
import { useChoice, useDeeds, useDesign } from "./context";
import type { SyncState } from "./useSync";

/** The name, the stages as marks on a tape, units, undo and whether it is saved. */
export function TopBar({
  setStage,
  undo,
  redo,
  sync,
  archive,
  onFile,
}: {
  setStage: (key: string) => void;
  undo: (() => void) | null;
  redo: (() => void) | null;
  sync: SyncState;
  /** Where all that happened to the wall can be had. */
  archive: string;
  onFile: () => void;
}) {
  const design = useDesign();
  const { stage } = useChoice();
  const { edit, openSheet } = useDeeds();
  const read = (units: typeof design.units) => {
    rememberUnits(units);
    edit((p) => ({ ...p, units }));
  };
  const item = "block w-full cursor-pointer px-3 py-1.5 text-left outline-none data-[highlighted]:bg-paper";
  return (
    <header className="flex flex-wrap items-end gap-x-6 gap-y-1 pointer-coarse:gap-x-3 px-4 pt-2 max-[700px]:px-2 lg:col-span-2">
      <div className="flex min-w-0 items-baseline gap-3 pb-2">
        <RouterLink to="/" className="act" aria-label="All walls">
          ‹ walls
        </RouterLink>
        <input
          aria-label="Name of the wall"
          className="w-52 min-w-0 truncate border-b border-transparent bg-transparent text-head font-semibold hover:border-hair focus:border-chalk max-[700px]:w-40"
          value={design.name}
          maxLength={240}
          onChange={(e) => edit((p) => ({ ...p, name: e.target.value }), "name")}
        />
      </div>
      <ToggleGroup.Root
        type="single"
        value={stage}
        onValueChange={(v) => v && setStage(v)}
        aria-label="Stage"
        className="flex border-b border-ink max-[700px]:w-full"
      >
        {STAGES.map((s, i) => (
          <ToggleGroup.Item
            key={s.key}
            value={s.key}
            className="relative -mb-px min-h-9 min-w-[88px] border-l border-ink px-2 pb-2 text-left last:border-r hover:text-chalk data-[state=on]:border-b-4 data-[state=on]:border-b-chalk data-[state=on]:pb-1 data-[state=on]:font-semibold data-[state=on]:text-chalk max-[700px]:min-w-0 max-[700px]:flex-1 max-[700px]:px-1.5"
          >
            <span className="fig mr-2 text-small font-normal text-soft max-[700px]:mr-1">{i + 1}</span>
            {s.name}
            <svg
              className="absolute bottom-0 left-0 h-1.5 w-full"
              aria-hidden
              preserveAspectRatio="none"
              viewBox="0 0 8 6"
            >
              {[1, 2, 3, 4, 5, 6, 7].map((x) => (
                <line
                  key={x}
                  x1={x}
                  x2={x}
                  y1={x === 4 ? 0 : 3}
                  y2="6"
                  stroke="var(--ink)"
                  strokeWidth="1"
                  vectorEffect="non-scaling-stroke"
                />
              ))}
            </svg>
          </ToggleGroup.Item>
        ))}
      </ToggleGroup.Root>
      <div className="ml-auto flex flex-wrap items-baseline gap-x-4 pb-1.5 text-base max-[700px]:ml-0 max-[700px]:gap-x-2 pointer-coarse:gap-x-0!">
        <Unit
          label="lengths"
          value={design.units.length}
          options={["in", "mm"]}
          onChange={(length) => read({ ...design.units, length })}
        />
        <Unit
          label="masses"
          value={design.units.mass}
          options={["lb", "kg"]}
          onChange={(mass) => read({ ...design.units, mass })}
        />
        <button type="button" className="act" disabled={!undo} onClick={() => undo?.()}>
          undo
        </button>
        <button type="button" className="act" disabled={!redo} onClick={() => redo?.()}>
          redo
        </button>
        <button
          type="button"
          className="act"
          aria-label="Keys"
          title="what the keys do"
          onClick={() => openSheet("keys")}
        >
          ?
        </button>
        <DropdownMenu.Root>
          <DropdownMenu.Trigger className="act">file</DropdownMenu.Trigger>
          <DropdownMenu.Portal>
            <DropdownMenu.Content align="end" className="z-40 border border-hair bg-sheet py-1">
              <DropdownMenu.Item className={item} onSelect={onFile}>
                Save as a project file
              </DropdownMenu.Item>
              <DropdownMenu.Item className={item} asChild>
                <a href={archive} download>
                  Save all that happened, as a zip
                </a>
              </DropdownMenu.Item>
              <DropdownMenu.Item className={item} onSelect={() => openSheet("history")}>
                Earlier states
              </DropdownMenu.Item>
              <DropdownMenu.Item className={item} onSelect={() => openSheet("keys")}>
                Keys
              </DropdownMenu.Item>
              <DropdownMenu.Item className={item} onSelect={() => openSheet("words")}>
                Words
              </DropdownMenu.Item>
            </DropdownMenu.Content>
          </DropdownMenu.Portal>
        </DropdownMenu.Root>
        <Sync state={sync} />
      </div>
    </header>
  );
}

function Unit<T extends string>({
  label,
  value,
  options,
  onChange,
}: {
  label: string;
  value: T;
  options: T[];
  onChange: (v: T) => void;
}) {
  return (
    <ToggleGroup.Root
      type="single"
      value={value}
      onValueChange={(v) => v && onChange(v as T)}
      aria-label={`Unit of ${label}`}
      className="flex"
    >
      {options.map((o) => (
        <ToggleGroup.Item
          key={o}
          value={o}
          className="min-h-7 px-1 text-soft hover:text-ink data-[state=on]:font-semibold data-[state=on]:text-chalk"
        >
          {o}
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  );
}

function Sync({ state }: { state: SyncState }) {
  const words: [string, string] =
    state.is === "saved"
      ? [
          state.at
            ? `saved ${state.at.toLocaleTimeString([], { hour: "2-digit", minute: "2-digit", hour12: false })}`
            : "saved",
          "text-soft",
        ]
      : state.is === "saving"
        ? ["saving", "text-soft"]
        : state.is === "away"
          ? ["server away: kept here, will catch up", "text-ochre"]
          : state.is === "clash"
            ? ["changed elsewhere", "text-red"]
            : state.is === "deleted"
              ? ["deleted elsewhere", "text-red"]
              : ["not saved: see below", "text-red"];
  return (
    <span
      role="status"
      data-testid="sync"
      data-state={state.is}
      className={`fig text-small ${words[1]}`}
      title={state.is === "refused" ? state.why : undefined}
    >
      {words[0]}
    </span>
  );
}
