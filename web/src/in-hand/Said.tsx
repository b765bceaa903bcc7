import { sentenceIn } from '@puddler/figures';
import { useAppSelector } from '../desk/store';

/** A sentence of the rules, with its temperatures and speeds in the reader's units. */
export function Said({ children }: { children: string }) {
  return sentenceIn(
    children,
    useAppSelector((state) => state.prefs.units),
  );
}
