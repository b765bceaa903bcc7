import { LONGEST_NAME, type PhotoRef } from '@puddler/contract/shared';
import { useState } from 'react';
import { fileAddress } from '../../document-store/keep-files';
import type { ActiveCar } from '../../active/use-car';
import { LargePhoto } from '../../active/photos/LargePhoto';
import { PhotoPickers } from '../../active/photos/PhotoPickers';
import { usePhotos } from './use-photos';
import { Input } from '../../ui/Input';

/** Photos of the wiring before it is unplugged; large while working. */
export function PhotosStep({ active }: { active: ActiveCar }) {
  const photos = usePhotos(active);
  const [large, setLarge] = useState<number>();
  const shown = large === undefined ? undefined : photos.photos[large];
  const remove = (at: number) => {
    photos.remove(at);
    setLarge(undefined);
  };
  return (
    <>
      <PhotoPickers label="Photos of the wiring" busy={photos.busy} isFull={photos.isFull} onFiles={(files) => void photos.take(files)} />
      {photos.problems.map((problem) => (
        <p key={problem} role="alert" className="mt-1 text-stop">
          {problem}
        </p>
      ))}
      {photos.photos.length > 0 && (
        <ul className="mt-3 grid grid-cols-2 gap-3 sm:grid-cols-4">
          {photos.photos.map((photo, i) => (
            <Thumbnail key={photo.hash} photo={photo} number={i + 1} onOpen={() => setLarge(i)} onCaption={(text) => photos.caption(i, text)} />
          ))}
        </ul>
      )}
      {large !== undefined && shown && (
        <LargePhoto
          photo={shown}
          count={photos.photos.length}
          at={large}
          onMove={setLarge}
          onClose={() => setLarge(undefined)}
          onRemove={() => remove(large)}
        />
      )}
    </>
  );
}

interface ThumbnailProps {
  photo: PhotoRef;
  number: number;
  onOpen: () => void;
  onCaption: (text: string) => void;
}

function Thumbnail({ photo, number, onOpen, onCaption }: ThumbnailProps) {
  return (
    <li>
      <button
        type="button"
        className="block aspect-[4/3] w-full overflow-hidden border border-rule bg-wash"
        onClick={onOpen}
        aria-label={`Photo ${number} large`}
      >
        <img src={fileAddress(photo)} alt={photo.caption ?? `Wiring ${number}`} loading="lazy" className="size-full object-cover" />
      </button>
      <Input
        aria-label={`Caption of photo ${number}`}
        bare
        className="mt-1 w-full text-small"
        placeholder="What it shows"
        maxLength={LONGEST_NAME}
        defaultValue={photo.caption ?? ''}
        onKeyDown={(event) => event.key === 'Enter' && event.currentTarget.blur()}
        onBlur={(event) => {
          const text = event.target.value.trim();
          if (text !== (photo.caption ?? '')) onCaption(text);
        }}
      />
    </li>
  );
}
