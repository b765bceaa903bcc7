import { SPEED_RUN_MS } from '@puddler/core';
import type { ReactNode } from 'react';

/** Where a speed run may be driven; of a slow car nothing is said of it. `children` is what else is said in its place. */
export function SpeedCaution({ topSpeedMs, className, children }: { topSpeedMs: number; className: string; children?: ReactNode }) {
  const isFast = topSpeedMs >= SPEED_RUN_MS;
  if (!isFast && children === undefined) return null;
  return (
    <p className={className}>
      {isFast && 'Speed runs only in a closed, empty place with permission, away from people, roads and traffic; follow local rules.'} {children}
    </p>
  );
}
