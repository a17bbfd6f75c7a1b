import { ContextMenu } from "radix-ui";
import { useState, type ReactNode, type SyntheticEvent } from "react";
import { useDeeds, useDesign } from "../bench/context";
import { nearestStud, supportOf, type Selection } from "../model/find";
import { moveSupport } from "../model/move";

/** What can be done with a thing of the drawing, where it is pressed long or with the other button. */
export function ThingMenu({ children }: { children: ReactNode }) {
  const design = useDesign();
  const { edit, select, copy, drop } = useDeeds();
  const [of, setOf] = useState<Selection | null>(null);
  const find = (e: SyntheticEvent) => {
    const [kind, id] = ((e.target as Element).closest("[data-thing]")?.getAttribute("data-thing") ?? "").split(":");
    setOf(kind && id ? { kind: kind as Selection["kind"], id } : null);
  };
  const stud = of?.kind === "support" ? nearestStud(design, supportOf(design, of.id)?.x_mm ?? 0) : undefined;
  const row = "act block w-full cursor-pointer px-4 py-1.5 text-left outline-none data-[highlighted]:bg-paper";
  return (
    <ContextMenu.Root onOpenChange={(open) => open && of && select(of)}>
      <ContextMenu.Trigger asChild onPointerDownCapture={find} onContextMenuCapture={find}>
        {children}
      </ContextMenu.Trigger>
      {of && (
        <ContextMenu.Portal>
          <ContextMenu.Content className="z-40 border border-hair bg-sheet py-1" aria-label="What can be done with it">
            <ContextMenu.Item
              className={row}
              onSelect={() => setTimeout(() => document.querySelector<HTMLElement>("[data-first]")?.click())}
            >
              type where it is
            </ContextMenu.Item>
            {stud && (
              <ContextMenu.Item className={row} onSelect={() => edit(moveSupport(of.id, stud.x_mm))}>
                to the nearest stud
              </ContextMenu.Item>
            )}
            <ContextMenu.Item className={row} onSelect={() => copy(of)}>
              copy
            </ContextMenu.Item>
            <ContextMenu.Item className={row} onSelect={() => drop(of)}>
              delete
            </ContextMenu.Item>
          </ContextMenu.Content>
        </ContextMenu.Portal>
      )}
    </ContextMenu.Root>
  );
}
