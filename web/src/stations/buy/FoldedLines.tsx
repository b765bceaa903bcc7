import { ChevronDown, ChevronRight } from 'lucide-react';
import { useState, type ReactNode } from 'react';
import { Button } from '../../ui/Button';
import type { BuyRow } from '../../active/noted/buy-rows';

/** Lines behind one that names them and says how many are still to be had. On paper they stand open. */
export function FoldedLines({
  word,
  rows,
  onHaveAll,
  children,
}: {
  word: string;
  rows: readonly BuyRow[];
  /** Left out where nobody has such things lying about. */
  onHaveAll?: ((needed: readonly BuyRow[]) => void) | undefined;
  children: ReactNode;
}) {
  const [isOpen, setOpen] = useState(false);
  if (rows.length === 0) return null;
  const needed = rows.filter(({ state }) => state === 'need');
  const Icon = isOpen ? ChevronDown : ChevronRight;
  return (
    <section aria-label={word} className="mb-2 print:mb-0">
      <h2 className="border-b border-ink pb-0.5 print:pb-0 print:leading-tight">
        <button type="button" aria-expanded={isOpen} className="hit flex w-full items-baseline gap-1.5 text-left" onClick={() => setOpen(!isOpen)}>
          <Icon size={13} className="shrink-0 self-center text-soft print:hidden" aria-hidden="true" />
          <span className="eyebrow shrink-0 text-soft">{word}</span>
          <span className="min-w-0 truncate text-small text-soft print:hidden">
            {needed.length === 0 ? 'all there' : needed.map(({ line }) => line.what).join(', ')}
          </span>
        </button>
      </h2>
      {isOpen && onHaveAll && needed.length > 1 && (
        <Button className="mt-1.5 print:hidden" onClick={() => onHaveAll(needed)}>
          I have all {needed.length}
        </Button>
      )}
      <ul className={isOpen ? '' : 'hidden print:block'}>{children}</ul>
    </section>
  );
}
