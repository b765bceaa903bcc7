import { useLayoutEffect, useRef, useState } from 'react';
import { flushSync } from 'react-dom';

const followers = new Map<Element, (width: number) => void>();
let observer: ResizeObserver | undefined;

/** Tells all widths that changed at once, before they are painted: asking each element for its own would lay the page out each time. */
function tellWidths(entries: ResizeObserverEntry[]): void {
  const widths = entries.map(({ target }) => ({ target, width: target.clientWidth }));
  flushSync(() => widths.forEach(({ target, width }) => followers.get(target)?.(width)));
}

/** A ref and the width of the element it is put on, followed as it changes. */
export function useWidth<T extends HTMLElement>(initial = 0) {
  const ref = useRef<T>(null);
  const [width, setWidth] = useState(initial);
  useLayoutEffect(() => {
    const element = ref.current;
    if (!element) return;
    const following = (observer ??= new ResizeObserver(tellWidths));
    followers.set(element, setWidth);
    following.observe(element);
    return () => {
      followers.delete(element);
      following.unobserve(element);
    };
  }, []);
  return [ref, width] as const;
}
