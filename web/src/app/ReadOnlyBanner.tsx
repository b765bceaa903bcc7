import { HardDrive } from 'lucide-react';
import { useAppSelector } from '../document-store/store';

/** Says on every page that the server cannot save: its disk was full when it started. */
export function ReadOnlyBanner() {
  const isReadOnly = useAppSelector((state) => state.documentStore.isReadOnly);
  if (!isReadOnly) return null;
  return (
    <p role="alert" className="border-b border-stop bg-wash px-6 py-1 text-body max-sm:px-3">
      <span className="mx-auto flex max-w-page flex-wrap items-center gap-x-2">
        <HardDrive size={14} aria-hidden="true" className="text-stop" />
        <strong className="font-semibold">The disk of this garage is full: all of it can be read, nothing is saved.</strong>
        Make room on it and start Puddler again. What you type stays in this browser until then.
      </span>
    </p>
  );
}
