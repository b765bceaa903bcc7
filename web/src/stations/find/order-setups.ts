import type { SortingState } from '@tanstack/react-table';
import type { FoundSetup } from '../../workers/search-worker';
import { figureOf, type FrontFigure } from './figures';
import { motorText } from './setup-text';

const byText = new Intl.Collator('en', { numeric: true, sensitivity: 'base' });

/** Setups in the order of a column; as they were found where none is sorted by. */
export function sorted(setups: readonly FoundSetup[], [sort]: SortingState): FoundSetup[] {
  if (!sort) return [...setups];
  const sign = sort.desc ? -1 : 1;
  if (sort.id === 'setup') return [...setups].sort((a, b) => sign * byText.compare(motorText(a), motorText(b)));
  const id = sort.id as FrontFigure['id'];
  return [...setups].sort((a, b) => sign * (figureOf(a.figures, id) - figureOf(b.figures, id)));
}
