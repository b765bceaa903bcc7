import type { Checked } from '@puddler/contract';
import { AppError } from './app-error';

/** The checked value, or `bad-document` with its problems. */
export function orRefuse<T>(checked: Checked<T>): T {
  if (checked.ok) return checked.value;
  throw new AppError('bad-document', { problems: checked.problems });
}
