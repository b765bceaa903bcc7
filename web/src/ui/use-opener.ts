import { useState } from 'react';

/** Gives focus back, when a drawer or dialog closes, to what had it when that opened. */
export function useOpener(): (event: Event) => void {
  // The first render comes before anything inside takes the focus.
  const [opener] = useState(() => document.activeElement);
  return (event) => {
    event.preventDefault();
    if (opener instanceof HTMLElement && opener.isConnected) opener.focus();
  };
}
