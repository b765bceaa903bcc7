import { useWindowVirtualizer } from '@tanstack/react-virtual';
import { useDeferredValue, useLayoutEffect, useRef, useState } from 'react';
import type { StoredCar } from '../document-store/select-garage';
import { CarRow, FIRST_DRAWN } from './CarRow';

/** Heights before a car is measured [px]: its head with the gap below, and one plan. */
const HEAD_PX = 64;
const PLAN_PX = 40;
/** Cars drawn beyond what is in sight, so that a scroll finds them there. */
const BEYOND = 1;

/** The cars that are in sight: a club's garage has more rows than a page can hold. */
export default function CarList({ cars }: { cars: readonly StoredCar[] }) {
  const list = useRef<HTMLDivElement>(null);
  const [top, setTop] = useState(0);
  useLayoutEffect(() => setTop(list.current?.offsetTop ?? 0), []);
  const virtual = useWindowVirtualizer({
    count: cars.length,
    estimateSize: (i) => HEAD_PX + PLAN_PX * Math.max(1, cars[i]!.plans.length),
    getItemKey: (i) => cars[i]!.id,
    overscan: BEYOND,
    scrollMargin: top,
  });
  // The rest of them follows in pieces, between which the page answers.
  const isBegun = useDeferredValue(true, false);
  const items = virtual.getVirtualItems();
  return (
    <div ref={list} className="relative" style={{ height: virtual.getTotalSize() }}>
      {(isBegun ? items : items.slice(0, FIRST_DRAWN)).map(({ key, index, start }) => (
        <div
          key={key}
          ref={virtual.measureElement}
          data-index={index}
          className="absolute inset-x-0 top-0"
          style={{ transform: `translateY(${start - top}px)` }}
        >
          <CarRow {...cars[index]!} />
        </div>
      ))}
    </div>
  );
}
