import { Dialog } from 'radix-ui';
import type { ReactNode } from 'react';
import { useOpener } from './use-opener';

interface Props {
  open: boolean;
  onClose: () => void;
  title: string;
  description?: string;
  wide?: boolean;
  children: ReactNode;
}

/** A question in the middle of the page. */
export function Modal({ open, onClose, title, description, wide = false, children }: Props) {
  const toOpener = useOpener();
  return (
    <Dialog.Root open={open} onOpenChange={(next) => !next && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-black/40" />
        <Dialog.Content
          className={`fixed top-[8vh] left-1/2 z-50 max-h-[84vh] ${wide ? 'w-dialog-wide' : 'w-dialog'} max-w-[calc(100vw-1.7rem)] -translate-x-1/2 overflow-y-auto rounded-md border border-edge bg-sheet p-5 shadow-xl`}
          onCloseAutoFocus={toOpener}
          {...(description ? {} : { 'aria-describedby': undefined })}
        >
          <Dialog.Title className="wide text-title font-semibold">{title}</Dialog.Title>
          {description && <Dialog.Description className="mt-1 text-soft">{description}</Dialog.Description>}
          {children}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
