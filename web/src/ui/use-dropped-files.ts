import { useState, type DragEvent } from 'react';

/** Lets files be dropped: the handlers for where, and whether some are over it now. */
export function useDroppedFiles(take: (files: File[]) => void) {
  const [over, setOver] = useState(false);
  const carriesFiles = (event: DragEvent) => event.dataTransfer.types.includes('Files');
  const zone = {
    onDragOver: (event: DragEvent) => {
      if (!carriesFiles(event)) return;
      event.preventDefault();
      setOver(true);
    },
    onDragLeave: (event: DragEvent) => {
      if (event.currentTarget === event.target) setOver(false);
    },
    onDrop: (event: DragEvent) => {
      event.preventDefault();
      setOver(false);
      take([...event.dataTransfer.files]);
    },
  };
  return { over, zone };
}
