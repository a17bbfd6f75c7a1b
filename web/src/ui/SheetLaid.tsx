import { Dialog } from "radix-ui";
import { useState } from "react";
import type { Laying } from "./Sheet";

/** The sheet itself, once it is laid. */
export function SheetLaid({ onClose, title, children, narrow, printable }: Laying) {
  // What had the focus when it was opened has it again after it.
  const [from] = useState(() => document.activeElement as HTMLElement | null);
  return (
    <Dialog.Root open onOpenChange={(o) => !o && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-30 bg-black/30 print:hidden" />
        <Dialog.Content
          aria-describedby={undefined}
          onCloseAutoFocus={(e) => {
            e.preventDefault();
            if (from?.isConnected) from.focus();
          }}
          className={`${printable ? "printable " : ""}fixed z-40 overflow-y-auto border border-hair bg-sheet p-5 ${
            narrow
              ? "top-1/4 left-1/2 w-[min(30rem,94vw)] -translate-x-1/2"
              : "inset-y-0 right-0 w-[min(44rem,100vw)] border-y-0 border-r-0"
          }`}
        >
          <div className="mb-3 flex items-baseline justify-between gap-4">
            <Dialog.Title className="text-title font-semibold">{title}</Dialog.Title>
            <Dialog.Close className="act">close</Dialog.Close>
          </div>
          {children}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
