import { useCallback, useEffect, useRef, useState, type KeyboardEvent, type PointerEvent, type RefObject } from 'react';
import { LEFT, panned, withinLog, zoomed, type Window } from './trace-layout';

/** A step of the arrow keys, a share of the window. */
const STEP = 0.2;
const ZOOM = 0.6;
const ZOOM_OF_WHEEL = 0.8;
/** A stretch is looked at with this share of its length on both sides. */
const AROUND = 0.15;

/** The part of a log that is looked at, moved and zoomed by pointer, wheel and keys; `columns` is its width in pixels. */
export function useTraceWindow(svg: RefObject<SVGSVGElement | null>, durationS: number, columns: number) {
  const [window, setWindow] = useState<Window>({ fromS: 0, toS: durationS });
  const [cursor, setCursor] = useState<number>();
  const drag = useRef<{ x: number; window: Window }>(undefined);
  const middle = (window.fromS + window.toS) / 2;
  const zoom = (factor: number) => setWindow(zoomed(window, middle, factor, durationS));
  const acts = {
    closer: () => zoom(ZOOM),
    farther: () => zoom(1 / ZOOM),
    all: () => setWindow({ fromS: 0, toS: durationS }),
  };
  const lookAround = useCallback(
    ({ fromS, toS }: Window) => setWindow(withinLog({ fromS: fromS - AROUND * (toS - fromS), toS: toS + AROUND * (toS - fromS) }, durationS)),
    [durationS],
  );

  useEffect(() => {
    const element = svg.current;
    if (!element) return;
    // React listens for the wheel without a say in scrolling.
    const onWheel = (event: WheelEvent) => {
      event.preventDefault();
      const left = element.getBoundingClientRect().left;
      setWindow((now) => {
        const share = Math.min(1, Math.max(0, (event.clientX - left - LEFT) / columns));
        return zoomed(now, now.fromS + share * (now.toS - now.fromS), event.deltaY > 0 ? 1 / ZOOM_OF_WHEEL : ZOOM_OF_WHEEL, durationS);
      });
    };
    element.addEventListener('wheel', onWheel, { passive: false });
    return () => element.removeEventListener('wheel', onWheel);
  }, [svg, columns, durationS]);

  const byKey: Record<string, () => void> = {
    ArrowLeft: () => setWindow(panned(window, -STEP, durationS)),
    ArrowRight: () => setWindow(panned(window, STEP, durationS)),
    '+': acts.closer,
    '=': acts.closer,
    '-': acts.farther,
    '0': acts.all,
  };
  const drop = () => (drag.current = undefined);
  const handlers = {
    onKeyDown: (event: KeyboardEvent) => {
      const act = byKey[event.key];
      if (!act) return;
      event.preventDefault();
      act();
    },
    onPointerDown: (event: PointerEvent) => {
      event.currentTarget.setPointerCapture(event.pointerId);
      drag.current = { x: event.clientX, window };
    },
    onPointerMove: (event: PointerEvent) => {
      setCursor(event.clientX - event.currentTarget.getBoundingClientRect().left);
      const from = drag.current;
      if (from) setWindow(panned(from.window, (from.x - event.clientX) / columns, durationS));
    },
    onPointerUp: drop,
    onPointerCancel: drop,
    onPointerLeave: () => setCursor(undefined),
  };
  return { window, cursor: cursor !== undefined && cursor >= LEFT ? cursor : undefined, acts, lookAround, handlers };
}
