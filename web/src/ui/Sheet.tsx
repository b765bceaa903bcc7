import { X } from 'lucide-react';
import { Dialog } from 'radix-ui';
import type { ReactNode } from 'react';
import { useOpener } from './use-opener';

interface Props {
  open: boolean;
  onClose: () => void;
  title: string;
  hint?: string;
  children: ReactNode;
}

/** A drawer at the right edge. The page beside it stays alive, so that its figures can be watched while editing. */
export function Sheet({ open, onClose, title, hint, children }: Props) {
  const toOpener = useOpener();
  return (
    <Dialog.Root open={open} modal={false} onOpenChange={(next) => !next && onClose()}>
      <Dialog.Portal>
        <Dialog.Content
          className="fixed inset-y-0 right-0 z-30 flex w-114 max-w-full flex-col border-l border-edge bg-sheet shadow-sheet"
          onCloseAutoFocus={toOpener}
          onInteractOutside={(event) => event.preventDefault()}
          aria-describedby={undefined}
        >
          <div className="flex items-start justify-between gap-3 border-b border-rule px-4 py-2.5">
            <div>
              <Dialog.Title className="eyebrow text-ink">{title}</Dialog.Title>
              {hint && <p className="mt-0.5 text-small text-soft">{hint}</p>}
            </div>
            <Dialog.Close className="grid size-8 shrink-0 place-items-center rounded-md hover:bg-wash max-sm:size-thumb" aria-label="Close">
              <X size={16} />
            </Dialog.Close>
          </div>
          <div className="flex-1 overflow-y-auto px-4 py-3">{children}</div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
