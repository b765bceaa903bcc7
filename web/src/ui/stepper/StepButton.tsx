import type { ComponentProps } from 'react';

interface Props extends ComponentProps<'button'> {
  label: string;
  way: 'down' | 'up';
}

/** One end of a stepper. It is out of the tab order: the figure itself takes the arrow keys. */
export function StepButton({ label, way, ...handlers }: Props) {
  return (
    <button
      type="button"
      tabIndex={-1}
      className={`w-7 touch-none text-lead leading-none text-soft select-none hover:bg-wash hover:text-ink max-sm:size-thumb ${way === 'down' ? 'border-r' : 'border-l'} border-rule`}
      aria-label={`${label} ${way}`}
      {...handlers}
    >
      {way === 'down' ? '−' : '+'}
    </button>
  );
}
