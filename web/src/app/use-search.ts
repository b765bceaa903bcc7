import { useEffect, useRef, useState } from 'react';
import type { SearchProps } from './SearchField';

/** The search while it is open. Closed, it gives the focus back to what had it. */
export function useSearch(): { open: () => void; search: SearchProps | undefined } {
  const [typed, setTyped] = useState<{ sought: string; isSent: boolean }>();
  const before = useRef<Element | null>(null);
  const isOpen = typed !== undefined;
  useEffect(() => {
    const had = before.current;
    if (isOpen || !(had instanceof HTMLElement)) return;
    before.current = null;
    // After the dialog, which leaves it to its own field, gone by then.
    setTimeout(() => had.isConnected && had.focus());
  }, [isOpen]);
  return {
    open: () => {
      if (isOpen) return;
      before.current = document.activeElement;
      setTyped({ sought: '', isSent: false });
    },
    search: typed && {
      ...typed,
      onSought: (sought) => setTyped({ sought, isSent: false }),
      onSent: () => setTyped({ ...typed, isSent: true }),
      onClose: () => setTyped(undefined),
    },
  };
}
