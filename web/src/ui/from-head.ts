import { decimalMarkOf, type DecimalMark } from '@puddler/contract/shared';

/** What the server wrote into the head of the page. */
export const fromHead = (name: 'style-nonce' | 'decimal-mark'): string =>
  document.querySelector<HTMLMetaElement>(`meta[name="${name}"]`)?.content ?? '';

/** The decimal mark of the reader's language: from the server where it was asked in that language, as it is in all but a page that was kept. */
export function decimalMarkHere(): DecimalMark {
  const [language, mark] = fromHead('decimal-mark').split(' ');
  return language === navigator.language && (mark === ',' || mark === '.') ? mark : decimalMarkOf(navigator.language);
}
