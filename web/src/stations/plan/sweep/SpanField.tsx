import type { Swept } from '@puddler/core';
import { useState } from 'react';
import { useAppSelector } from '../../../document-store/store';
import { formatIn, parseFigure, unitOf } from '@puddler/figures';
import { SWEPT_WORDS, sweptRange } from './sweep-specs';
import { Input } from '../../../ui/Input';

/** The two ends of a range, typed with or without a unit. A bad one says why and changes nothing. */
export function SpanField({ swept, span, onSpan }: { swept: Swept; span: [number, number]; onSpan: (span: [number, number]) => void }) {
  const system = useAppSelector((state) => state.prefs.units);
  const [problem, setProblem] = useState<string>();
  const range = sweptRange(swept);
  const unit = unitOf(range.unit, system);
  const settle = (place: 0 | 1, input: HTMLInputElement) => {
    const shown = formatIn(span[place], unit);
    if (input.value.trim() === shown) {
      setProblem(undefined);
      return;
    }
    const parsed = parseFigure(input.value, range, system);
    const next: [number, number] = place === 0 ? [parsed.ok ? parsed.value : 0, span[1]] : [span[0], parsed.ok ? parsed.value : 0];
    const why = !parsed.ok
      ? parsed.message
      : next[0] >= next[1]
        ? `it must begin below where it ends, ${formatIn(span[1 - place]!, unit)} ${unit.symbol}`
        : undefined;
    setProblem(why);
    if (why === undefined) onSpan(next);
  };
  const input = (place: 0 | 1, name: string) => (
    <Input
      key={`${swept}${span[place]}${system}`}
      aria-label={`${SWEPT_WORDS[swept]} ${name}`}
      inputMode="decimal"
      size="small"
      figure
      invalid={problem !== undefined}
      className="w-14"
      defaultValue={formatIn(span[place], unit)}
      onBlur={(event) => settle(place, event.target)}
      onKeyDown={(event) => event.key === 'Enter' && event.currentTarget.blur()}
    />
  );
  return (
    <span className="inline-flex flex-wrap items-center gap-1">
      {input(0, 'from')}
      <span className="text-soft">to</span>
      {input(1, 'to')}
      <span className="text-soft">{unit.symbol === SWEPT_WORDS[swept] ? '' : unit.symbol}</span>
      {problem && (
        <span role="alert" className="basis-full text-fine text-stop">
          {problem}
        </span>
      )}
    </span>
  );
}
