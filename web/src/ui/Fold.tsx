import type { ReactNode } from 'react';

/** What is there and not needed at once, behind a line that says what it is. */
export function Fold({
  summary,
  open = false,
  className = '',
  children,
}: {
  summary: ReactNode;
  open?: boolean;
  className?: string;
  children: ReactNode;
}) {
  return (
    <details open={open} className={`text-small ${className}`}>
      <summary className="cursor-pointer text-soft max-sm:py-3.5">{summary}</summary>
      {children}
    </details>
  );
}
