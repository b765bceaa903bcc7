import type { ComponentProps } from 'react';
import { controlClass, type ControlLook } from './control';

interface Props extends Omit<ComponentProps<'input'>, 'size'>, ControlLook {
  /** Stands within its right end. */
  unit?: string | undefined;
}

/** A field to type into. What is wrong with it is said beside it; `aria-describedby` names where. */
export function Input({ size = 'plain', figure = false, bare = false, invalid = false, unit, className, ...rest }: Props) {
  const room = unit === undefined ? 'min-w-0' : `w-full min-w-0 ${unit.length > LONG_UNIT ? 'pr-15' : 'pr-12'}`;
  const more = [room, className].filter(Boolean).join(' ');
  const input = (
    <input autoComplete="off" aria-invalid={invalid || undefined} className={controlClass({ size, figure, bare, invalid }, more)} {...rest} />
  );
  if (unit === undefined) return input;
  return (
    <span className="relative flex items-center">
      {input}
      <span className="pointer-events-none absolute right-2 text-small text-soft">{unit}</span>
    </span>
  );
}

const LONG_UNIT = 4;
