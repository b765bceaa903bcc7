import type { ReactNode } from 'react';
import { Term } from '../../active/Term';
import type { WorkingBlock } from './working';

/** The arithmetic of each answer with this plan’s numbers. */
export function WorkingPanel({ blocks, children }: { blocks: WorkingBlock[]; children: ReactNode }) {
  return (
    <div className="columns-1 gap-x-8 xl:columns-2">
      {blocks.map((block) => (
        <section key={block.title} className="mb-4 break-inside-avoid">
          <h3 className="eyebrow text-soft">{block.title}</h3>
          <dl className="mt-1 text-small">
            {block.lines.map((line) => (
              <div key={line.what} className="grid grid-cols-[1fr_auto] gap-x-3 border-b border-rule py-0.5 last:border-0">
                <dt>
                  {line.term ? <Term name={line.term}>{line.what}</Term> : line.what} <span className="text-soft">{line.sum}</span>
                </dt>
                <dd className="text-right font-semibold whitespace-nowrap">{line.gives}</dd>
              </div>
            ))}
          </dl>
          {block.note && <p className="mt-0.5 text-small text-soft">{block.note}</p>}
        </section>
      ))}
      <section className="break-inside-avoid">{children}</section>
    </div>
  );
}
