import { sentenceIn } from '@puddler/figures';
import { useAppSelector } from '../document-store/store';

/** How the reader's units and decimals stand in a sentence of the rules. */
export function useSaid(): (sentence: string) => string {
  const system = useAppSelector((state) => state.prefs.units);
  return (sentence) => sentenceIn(sentence, system);
}

/** A sentence of the rules, with its temperatures, speeds and decimals as the reader has them. */
export function Said({ children }: { children: string }) {
  return useSaid()(children);
}
