import type { ComponentProps } from 'react';

interface Props extends Omit<ComponentProps<'button'>, 'size'> {
  on: boolean;
  /** Large in a dialog or a page's head, small beside a chart. */
  size?: 'small' | 'large';
}

/** A button that is pressed or not: one of a few to choose between, or a thing switched on. */
export function Choice({ on, size = 'small', children, ...rest }: Props) {
  return (
    <button
      type="button"
      aria-pressed={on}
      className={`rounded-sm max-sm:h-thumb max-sm:min-w-thumb ${size === 'small' ? 'h-7 px-1.5 text-small' : 'h-8 px-2.5 text-body'} ${on ? 'bg-ink text-paper' : 'border border-rule hover:bg-wash'}`}
      {...rest}
    >
      {children}
    </button>
  );
}
