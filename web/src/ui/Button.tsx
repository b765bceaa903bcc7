import type { ComponentProps, ReactNode } from 'react';

interface Props extends ComponentProps<'button'> {
  tone?: 'plain' | 'action' | 'quiet';
  icon?: ReactNode;
}

const TONES = {
  plain: 'border border-edge bg-sheet text-ink hover:bg-wash',
  action: 'border border-ember bg-ember text-paper hover:opacity-90',
  quiet: 'border border-transparent text-ink hover:bg-wash',
};

export function Button({ tone = 'plain', icon, className = '', children, ...rest }: Props) {
  return (
    <button
      type="button"
      className={`inline-flex h-8 items-center justify-center gap-1.5 rounded-md px-2.5 text-body font-medium whitespace-nowrap max-sm:h-thumb max-sm:min-w-thumb ${TONES[tone]} ${className}`}
      {...rest}
    >
      {icon}
      {children}
    </button>
  );
}
