import type { ComponentProps } from 'react';
import { controlClass, type ControlLook } from './control';

/** One of a list. The browser’s own: a phone opens its wheel, keys and readers know it. */
export function Select({
  size = 'plain',
  figure = false,
  bare = false,
  invalid = false,
  className,
  ...rest
}: Omit<ComponentProps<'select'>, 'size'> & ControlLook) {
  return <select aria-invalid={invalid || undefined} className={controlClass({ size, figure, bare, invalid }, className)} {...rest} />;
}
