import type { ReactNode } from 'react';

/** A table that may be wider than a phone: it scrolls sideways by itself, by keys too. */
export function SideScroll({ label, className = '', children }: { label: string; className?: string; children: ReactNode }) {
  return (
    <div role="region" aria-label={label} tabIndex={0} className={`overflow-x-auto ${className}`}>
      {children}
    </div>
  );
}
