import { memo, useState } from 'react';
import type { Found, Window } from './trace-layout';

const TEXT = { ink: 'text-ink', steel: 'text-steel', caution: 'text-caution', stop: 'text-stop' } as const;

/** What was found in a log, in words: pressed, it is looked at, one after the other. */
export const FoundLine = memo(function FoundLine({
  found,
  whole,
  onLook,
}: {
  found: readonly Found[];
  whole: boolean;
  onLook: (window: Window) => void;
}) {
  const [turn, setTurn] = useState<Partial<Record<Found['kind'], number>>>({});
  if (!whole) return <p className="text-small text-soft">Looking for passes in it …</p>;
  if (found.length === 0) return <p className="text-small text-soft">No pass, launch or roll-out was found in it.</p>;
  return (
    <p className="flex flex-wrap gap-x-3 text-small">
      {found.map(({ kind, word, tone, at }) => (
        <button
          key={kind}
          type="button"
          title="Look at one after the other"
          className={`hit underline-offset-2 hover:underline ${TEXT[tone]}`}
          onClick={() => {
            const next = (turn[kind] ?? -1) + 1;
            setTurn({ ...turn, [kind]: next % at.length });
            onLook(at[next % at.length]!);
          }}
        >
          {word}
        </button>
      ))}
    </p>
  );
});
