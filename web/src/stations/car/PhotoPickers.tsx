import { Camera, ImagePlus } from 'lucide-react';
import { useRef, type RefObject } from 'react';
import { Button } from '../../ui/Button';
import type { Photos } from './use-photos';

interface InputProps {
  ref: RefObject<HTMLInputElement | null>;
  label: string;
  onFiles: Photos['take'];
  fromCamera?: true;
}

function PictureInput({ ref, label, onFiles, fromCamera }: InputProps) {
  return (
    <input
      ref={ref}
      type="file"
      accept="image/jpeg,image/png,image/webp"
      {...(fromCamera ? { capture: 'environment' } : { multiple: true })}
      className="sr-only"
      tabIndex={-1}
      aria-label={label}
      onChange={(event) => {
        void onFiles(event.target.files);
        event.target.value = '';
      }}
    />
  );
}

/** Pictures from the disk, or on a phone from its camera. */
export function PhotoPickers({ photos: { busy, isFull, take } }: { photos: Photos }) {
  const picker = useRef<HTMLInputElement>(null);
  const camera = useRef<HTMLInputElement>(null);
  return (
    <div className="flex flex-wrap items-center gap-2">
      <PictureInput ref={picker} label="Photos of the wiring" onFiles={take} />
      <PictureInput ref={camera} label="Photo from the camera" onFiles={take} fromCamera />
      <Button icon={<ImagePlus size={15} />} disabled={busy || isFull} onClick={() => picker.current?.click()}>
        Add photos
      </Button>
      <Button icon={<Camera size={15} />} className="sm:hidden" disabled={busy || isFull} onClick={() => camera.current?.click()}>
        Take one
      </Button>
      {busy && (
        <span role="status" className="text-soft">
          Keeping the photos …
        </span>
      )}
    </div>
  );
}
