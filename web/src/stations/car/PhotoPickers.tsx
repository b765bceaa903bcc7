import { Camera, ImagePlus } from 'lucide-react';
import { FileButton } from '../../ui/FileButton';
import type { Photos } from './use-photos';

const PICTURES = 'image/jpeg,image/png,image/webp';

/** Pictures from the disk, or on a phone from its camera. */
export function PhotoPickers({ photos: { busy, isFull, take } }: { photos: Photos }) {
  const shared = { accept: PICTURES, disabled: busy || isFull, onFiles: (files: File[]) => void take(files) };
  return (
    <div className="flex flex-wrap items-center gap-2">
      <FileButton label="Photos of the wiring" multiple icon={<ImagePlus size={15} />} {...shared}>
        Add photos
      </FileButton>
      <FileButton label="Photo from the camera" fromCamera className="sm:hidden" icon={<Camera size={15} />} {...shared}>
        Take one
      </FileButton>
      {busy && (
        <span role="status" className="text-soft">
          Keeping the photos …
        </span>
      )}
    </div>
  );
}
