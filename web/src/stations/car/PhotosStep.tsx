import { LONGEST_NAME, LONGEST_FILE_NAME, MOST_PHOTOS, type PhotoRef } from '@puddler/contract/shared';
import { Camera, ChevronLeft, ChevronRight, ImagePlus, X } from 'lucide-react';
import { Dialog } from 'radix-ui';
import { useRef, useState } from 'react';
import { undoable } from '../../desk/undoable';
import { useAppDispatch } from '../../desk/store';
import { api, errorOf, fileAddress } from '../../desk/api';
import { editBench } from '../../desk/edits';
import { Button } from '../../ui/Button';
import { shrinkPhoto } from './shrink-photo';
import type { CarInHand } from '../../in-hand/use-car';

const withoutCaption = ({ caption: _caption, ...photo }: PhotoRef): PhotoRef => photo;

/** Photos of the wiring before it is unplugged; large while working. */
export function PhotosStep({ inHand: { id, bench } }: { inHand: CarInHand }) {
  const dispatch = useAppDispatch();
  const photos = bench.photos ?? [];
  const [busy, setBusy] = useState(false);
  const [problems, setProblems] = useState<string[]>([]);
  const [large, setLarge] = useState<number>();
  const picker = useRef<HTMLInputElement>(null);
  const camera = useRef<HTMLInputElement>(null);

  const take = async (files: FileList | null) => {
    if (!files || files.length === 0) return;
    setBusy(true);
    const bad: string[] = [];
    const kept: PhotoRef[] = [];
    for (const file of [...files].slice(0, MOST_PHOTOS - photos.length)) {
      const shrunk = await shrinkPhoto(file);
      if (!shrunk.ok) {
        bad.push(shrunk.message);
        continue;
      }
      try {
        const photo = await dispatch(api.endpoints.keepFile.initiate(shrunk.picture)).unwrap();
        if ([...photos, ...kept].some((one) => one.hash === photo.hash)) bad.push(`${file.name} is among the photos already.`);
        else kept.push({ ...photo, name: file.name.slice(0, LONGEST_FILE_NAME) });
      } catch (cause) {
        const error = errorOf(cause);
        bad.push(`${file.name}: ${error ? `${error.message} ${error.mend}` : 'the server does not answer. Try again.'}`);
      }
    }
    if (files.length > MOST_PHOTOS - photos.length) bad.push(`A car holds ${MOST_PHOTOS} photos.`);
    if (kept.length > 0) dispatch(editBench(id, 'photos', [...photos, ...kept], kept.length === 1 ? 'photo' : `${kept.length} photos`));
    setProblems(bad);
    setBusy(false);
  };
  const change = (at: number, photo: PhotoRef | undefined) =>
    dispatch(
      editBench(
        id,
        'photos',
        photo ? photos.map((old, i) => (i === at ? photo : old)) : photos.filter((_, i) => i !== at),
        photo ? 'photo caption' : 'remove a photo',
      ),
    );
  const remove = (at: number) => {
    change(at, undefined);
    setLarge(undefined);
    dispatch(undoable('The photo is removed.'));
  };

  return (
    <>
      <div className="flex flex-wrap items-center gap-2">
        {(
          [
            [picker, undefined, 'Photos of the wiring'],
            [camera, 'environment', 'Photo from the camera'],
          ] as const
        ).map(([ref, capture, label]) => (
          <input
            key={label}
            ref={ref}
            type="file"
            accept="image/jpeg,image/png,image/webp"
            {...(capture ? { capture } : { multiple: true })}
            className="sr-only"
            tabIndex={-1}
            aria-label={label}
            onChange={(event) => {
              void take(event.target.files).finally(() => undefined);
              event.target.value = '';
            }}
          />
        ))}
        <Button icon={<ImagePlus size={15} />} disabled={busy || photos.length >= MOST_PHOTOS} onClick={() => picker.current?.click()}>
          Add photos
        </Button>
        <Button icon={<Camera size={15} />} className="sm:hidden" disabled={busy} onClick={() => camera.current?.click()}>
          Take one
        </Button>
        {busy && (
          <span role="status" className="text-soft">
            Keeping the photos …
          </span>
        )}
      </div>
      {problems.map((problem) => (
        <p key={problem} role="alert" className="mt-1 text-stop">
          {problem}
        </p>
      ))}
      {photos.length > 0 && (
        <ul className="mt-3 grid grid-cols-2 gap-3 sm:grid-cols-4">
          {photos.map((photo, i) => (
            <li key={photo.hash}>
              <button
                type="button"
                className="block aspect-[4/3] w-full overflow-hidden border border-rule bg-wash"
                onClick={() => setLarge(i)}
                aria-label={`Photo ${i + 1} large`}
              >
                <img src={fileAddress(photo)} alt={photo.caption ?? `Wiring ${i + 1}`} loading="lazy" className="size-full object-cover" />
              </button>
              <input
                aria-label={`Caption of photo ${i + 1}`}
                className="mt-1 h-8 w-full rounded-sm border border-transparent bg-transparent px-1 text-[12.5px] hover:border-rule max-sm:h-10"
                placeholder="What it shows"
                maxLength={LONGEST_NAME}
                defaultValue={photo.caption ?? ''}
                onKeyDown={(event) => event.key === 'Enter' && event.currentTarget.blur()}
                onBlur={(event) => {
                  const caption = event.target.value.trim();
                  if (caption !== (photo.caption ?? '')) change(i, caption === '' ? withoutCaption(photo) : { ...photo, caption });
                }}
              />
            </li>
          ))}
        </ul>
      )}
      {large !== undefined && photos[large] && (
        <Large
          photo={photos[large]}
          count={photos.length}
          at={large}
          onMove={setLarge}
          onClose={() => setLarge(undefined)}
          onRemove={() => remove(large)}
        />
      )}
    </>
  );
}

interface LargeProps {
  photo: PhotoRef;
  at: number;
  count: number;
  onMove: (at: number) => void;
  onClose: () => void;
  onRemove: () => void;
}

function Large({ photo, at, count, onMove, onClose, onRemove }: LargeProps) {
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
