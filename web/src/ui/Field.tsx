import type { ReactNode } from 'react';

interface Props {
  /** Of its control; what is wrong has the same with “-problem”. */
  id: string;
  label: ReactNode;
  hint?: string | undefined;
  problem?: string | undefined;
  /** A line under it while nothing is wrong. */
  note?: ReactNode;
  /** A text rather than a figure: the control gets the width. */
  wide?: boolean;
  children: ReactNode;
}

/** A row of a form: what it is to the left, its control to the right, and below what is wrong with it. */
export function Field({ id, label, hint, problem, note, wide = false, children }: Props) {
  return (
    <div className="border-b border-rule py-1.5 last:border-0">
      <div className={`grid items-center gap-3 ${wide ? 'grid-cols-[5rem_1fr]' : 'grid-cols-[1fr_11rem]'}`}>
        <label htmlFor={id} className="leading-tight">
          {label}
          {hint !== undefined && <span className="block text-fine text-soft">{hint}</span>}
        </label>
        {children}
      </div>
      {problem === undefined ? (
        note
      ) : (
        <p role="alert" id={`${id}-problem`} className="mt-1 text-right text-fine text-stop">
          {problem}
        </p>
      )}
    </div>
  );
}
