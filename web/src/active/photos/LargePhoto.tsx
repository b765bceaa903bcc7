import type { PhotoRef } from '@puddler/contract/shared';
import { ChevronLeft, ChevronRight, X } from 'lucide-react';
import { Dialog } from 'radix-ui';
import { fileAddress } from '../../document-store/keep-files';

interface Props {
  photo: PhotoRef;
  at: number;
  count: number;
  onMove: (at: number) => void;
  onClose: () => void;
  onRemove: () => void;
}

/** One photo over the whole screen, the others a key or a press away. */
export function LargePhoto({ photo, at, count, onMove, onClose, onRemove }: Props) {
  const move = (by: number) => onMove((at + by + count) % count);
  const tool = 'grid size-10 place-items-center rounded-md text-white hover:bg-white/15';
  return (
    <Dialog.Root open onOpenChange={(open) => !open && onClose()}>
      <Dialog.Portal>
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed inset-0 z-50 flex flex-col bg-black text-white"
          onKeyDown={(event) => {
            if (event.key === 'ArrowRight') move(1);
            if (event.key === 'ArrowLeft') move(-1);
          }}
        >
          <div className="flex items-center justify-between gap-2 p-2">
            <Dialog.Title className="truncate px-2">
              {photo.caption ?? `Photo ${at + 1}`}{' '}
              <span className="opacity-70">
                · {at + 1} of {count}
              </span>
            </Dialog.Title>
            <span className="flex">
              <button type="button" className="rounded-md px-3 text-white hover:bg-white/15" onClick={onRemove}>
                Remove
              </button>
              <button type="button" className={tool} onClick={() => move(-1)} aria-label="Photo before">
                <ChevronLeft />
              </button>
              <button type="button" className={tool} onClick={() => move(1)} aria-label="Next photo">
                <ChevronRight />
              </button>
              <Dialog.Close className={tool} aria-label="Close">
                <X />
              </Dialog.Close>
            </span>
          </div>
          <img src={fileAddress(photo)} alt={photo.caption ?? `Wiring ${at + 1}`} className="min-h-0 flex-1 object-contain" />
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
