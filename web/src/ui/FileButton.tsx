import { useRef, type ReactNode } from 'react';
import { Button } from './Button';

interface Props {
  /** What the files are, for those who hear the page. */
  label: string;
  accept: string;
  multiple?: boolean;
  /** On a phone the picture comes from the camera at the back. */
  fromCamera?: boolean;
  className?: string;
  icon: ReactNode;
  disabled?: boolean;
  onFiles: (files: File[]) => void;
  children: ReactNode;
}

/** A button that asks for files; the same file can be chosen again at once. */
export function FileButton({ label, accept, multiple, fromCamera, className, icon, disabled, onFiles, children }: Props) {
  const picker = useRef<HTMLInputElement>(null);
  return (
    <>
      <input
        ref={picker}
        type="file"
        accept={accept}
        multiple={multiple}
        capture={fromCamera ? 'environment' : undefined}
        className="sr-only"
        tabIndex={-1}
        aria-label={label}
        onChange={(event) => {
          const files = [...(event.target.files ?? [])];
          event.target.value = '';
          if (files.length > 0) onFiles(files);
        }}
      />
      <Button icon={icon} className={className} disabled={disabled} onClick={() => picker.current?.click()}>
        {children}
      </Button>
    </>
  );
}
