import { Dialog } from "radix-ui";
import type { ReactNode } from "react";

/** A sheet laid over the bench: a title, a way to close it, and what it says. */
export function Sheet({
  open,
  onClose,
  title,
  children,
  narrow,
  printable,
}: {
  open: boolean;
  onClose: () => void;
  title: string;
  children: ReactNode;
  narrow?: boolean;
  /** Paper gets the sheet alone. */
  printable?: boolean;
}) {
  return (
    <Dialog.Root open={open} onOpenChange={(o) => !o && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-30 bg-black/30 print:hidden" />
        <Dialog.Content
          aria-describedby={undefined}
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
