import { Camera, ImagePlus } from 'lucide-react';
import { FileButton } from '../../ui/FileButton';

const PICTURES = 'image/jpeg,image/png,image/webp';

interface Props {
  /** What the pictures show, for those who hear the page. */
  label: string;
  busy: boolean;
  isFull: boolean;
  onFiles: (files: File[]) => void;
  /** One small button that asks the camera where there is one; else two. */
  small?: boolean;
}

/** Pictures from the disk, or on a phone from its camera. */
export function PhotoPickers({ label, busy, isFull, onFiles, small = false }: Props) {
  const shared = { accept: PICTURES, disabled: busy || isFull, onFiles };
  return (
    <div className="flex flex-wrap items-center gap-2">
      <FileButton label={label} multiple icon={<ImagePlus size={15} />} {...shared}>
        {small ? 'Photo' : 'Add photos'}
      </FileButton>
      <FileButton label={`${label}, from the camera`} fromCamera className="sm:hidden" icon={<Camera size={15} />} {...shared}>
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
