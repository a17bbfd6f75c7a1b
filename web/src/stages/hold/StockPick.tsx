import type { StockPart } from "../../api/types.gen";
import { useDeeds } from "../../bench/context";
import { useOwn } from "../../bench/useOwn";
import { Pick } from "../../ui/fields";
import type { Edit } from "../../model/edit";

/** A part of one's own stock, of some kinds, to be taken; nothing where there is none. */
export function StockPick({
  label,
  kinds,
  is,
  take,
}: {
  label: string;
  kinds: string[];
  /** Whether a part is what is there now. */
  is?: (p: StockPart) => boolean;
  take: (p: StockPart) => Edit;
}) {
  const { edit } = useDeeds();
  const parts = (useOwn().data?.parts ?? []).filter((p) => kinds.includes(p.kind));
  if (parts.length === 0) return null;
  return (
    <Pick
      label={label}
      value={(is && parts.find(is)?.key) ?? ""}
      options={[["", is ? "another" : "choose one"], ...parts.map((p): [string, string] => [p.key, p.name])]}
      onChange={(key) => {
        const p = parts.find((x) => x.key === key);
        if (p) edit(take(p));
      }}
    />
  );
}
