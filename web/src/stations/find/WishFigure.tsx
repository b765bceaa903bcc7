import { RANGES } from '@puddler/contract/shared';
import type { Target } from '@puddler/core';
import { X } from 'lucide-react';
import { useState } from 'react';
import { useAppSelector } from '../../document-store/store';
import { formatIn, fromShown, parseFigure, toShown } from '@puddler/figures';
import { TARGET_WORDS, targetUnit } from './wish-text';

interface Props {
  target: Target;
  value: number;
  onSet: (value: number) => void;
  onRemove: () => void;
  onProblem: (problem: string | undefined) => void;
}

const STEPS: Record<Target, number> = { topSpeed: 1, minutes: 1, canC: 1, newMoney: 5, climbPct: 5, pullN: 1, crawlMs: 0.05, lapS: 0.1 };

/** One figure in the sentence: typed with or without its unit, stepped with the arrows, taken out with its cross. */
export function WishFigure({ target, value, onSet, onRemove, onProblem }: Props) {
  const system = useAppSelector((state) => state.prefs.units);
  const [typed, setTyped] = useState<string>();
  const [bad, setBad] = useState(false);
  const unit = targetUnit(target, system);
  const { name, range: path } = TARGET_WORDS[target];
  // Slow speeds are asked in m/s whatever the roads are measured in.
  const range = target === 'crawlMs' ? { ...RANGES[path], unit: '' } : RANGES[path];
  const shown = formatIn(value, unit);
  const settle = (text: string | undefined) => {
    if (text === undefined) return;
    const plain = target === 'crawlMs' ? text.replace(/\s*m\/s\s*$/i, '') : text;
    const parsed = parseFigure(plain, range, system);
    setBad(!parsed.ok);
    onProblem(parsed.ok ? undefined : `${name}: ${parsed.message}`);
    if (!parsed.ok) return;
    setTyped(undefined);
    if (parsed.value !== value) onSet(parsed.value);
  };
  const step = (by: number) => {
    const next = fromShown(Math.round(toShown(value, unit) / STEPS[target] + by) * STEPS[target], unit);
    onSet(Number(Math.min(range.max, Math.max(range.min, next)).toPrecision(9)));
  };
  return (
    <span className={`inline-flex h-8 items-center rounded-sm border bg-sheet max-sm:h-thumb ${bad ? 'border-stop' : 'border-edge'}`}>
      <label className="inline-flex items-center gap-1 pl-2">
        <input
          aria-label={name}
          aria-invalid={bad}
          inputMode="decimal"
          autoComplete="off"
          className="bg-transparent text-right font-semibold outline-none"
          style={{ width: `${Math.max(2, (typed ?? shown).length) + 0.6}ch` }}
          value={typed ?? shown}
          onChange={(event) => setTyped(event.target.value)}
          onFocus={(event) => event.currentTarget.select()}
          onBlur={() => settle(typed)}
          onKeyDown={(event) => {
            // Leaving settles what was typed, and gives the keys back to the page.
            if (event.key === 'Enter') event.currentTarget.blur();
            else if (event.key === 'Escape') {
              setTyped(undefined);
              setBad(false);
              onProblem(undefined);
            } else if ((event.key === 'ArrowUp' || event.key === 'ArrowDown') && typed === undefined) {
              event.preventDefault();
              step((event.key === 'ArrowUp' ? 1 : -1) * (event.shiftKey ? 10 : 1));
            }
          }}
        />
        {unit.symbol && <span className="text-body text-soft">{unit.symbol}</span>}
      </label>
      <button
        type="button"
        className="hit grid h-full w-6 place-items-center text-soft hover:text-ink"
        aria-label={`Do not ask for ${name}`}
        onClick={onRemove}
      >
        <X size={12} />
      </button>
    </span>
  );
}
