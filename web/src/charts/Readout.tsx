import type { ReactNode } from 'react';

interface Props {
  /** Where the pointer or the keys stand; undefined while nowhere. */
  at: string | undefined;
  figures: readonly { label: string; text: string }[];
  /** What a click does. */
  hint?: string;
  /** In its place while nothing is read. */
  children?: ReactNode;
  isLive?: boolean;
}

/** The figures under the pointer, in words below the chart. */
export function Readout({ at, figures, hint, children, isLive = true }: Props) {
  return (
    <p className="min-h-5 pl-11 text-small" aria-live={isLive ? 'polite' : 'off'}>
      {at === undefined ? (
        children
      ) : (
        <>
          <span className="text-soft">at </span>
          <strong className="font-semibold">{at}</strong>
          {figures.map(({ label, text }) => (
            <span key={label}>
              <span className="text-soft"> · {label} </span>
              <strong className="font-semibold">{text}</strong>
            </span>
          ))}
          {hint !== undefined && <span className="text-soft"> · {hint}</span>}
        </>
      )}
    </p>
  );
}
