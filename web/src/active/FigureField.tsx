import { RANGES, type Range, type RangePath } from '@puddler/contract/shared';
import { useId, useState } from 'react';
import { useAppSelector } from '../document-store/store';
import { formatIn, parseFigure, unitOf } from '@puddler/figures';

interface Props {
  label: string;
  path: RangePath;
  value: number | undefined;
  /** Sets the figure; undefined clears it. */
  onSet: (value: number | undefined) => void;
  /** The name stands in front of the figure; else only those who hear the page are told it. */
  named?: boolean;
  placeholder?: string;
  className?: string;
  /** The unit that the figure is kept in, where its range has none. */
  keptIn?: string;
}

/** One figure typed in place, with or without its unit; what is wrong with it stands below, and changes nothing. */
export function FigureField({ label, path, value, onSet, named = false, placeholder, className = 'w-20', keptIn }: Props) {
  const system = useAppSelector((state) => state.prefs.units);
  const [problem, setProblem] = useState<string>();
  const id = useId();
  const range: Range = keptIn === undefined ? RANGES[path] : { ...RANGES[path], unit: keptIn };
  const unit = unitOf(range.unit, system);
  const shown = value === undefined ? '' : formatIn(value, { ...unit, digits: Math.max(unit.digits, 2) });
  const settle = (text: string) => {
    if (text === shown) return setProblem(undefined);
    if (text === '') {
      setProblem(undefined);
      return onSet(undefined);
    }
    const read = parseFigure(text, range, system);
    setProblem(read.ok ? undefined : `${label}: ${read.message}`);
    if (read.ok) onSet(read.value);
  };
  return (
    <span className="inline-flex flex-col items-end">
      <label className="inline-flex items-center gap-1">
        <span className={named ? '' : 'sr-only'}>{label}</span>
        <span className={`inline-flex h-7 items-center rounded-sm border bg-paper px-1.5 max-sm:h-thumb ${problem ? 'border-stop' : 'border-rule'}`}>
          <input
            key={shown}
            className={`bg-transparent text-right font-medium outline-none placeholder:font-normal placeholder:text-soft ${className}`}
            inputMode="decimal"
            autoComplete="off"
            defaultValue={shown}
            placeholder={placeholder}
            aria-invalid={problem !== undefined}
            aria-describedby={problem ? id : undefined}
            onBlur={(event) => settle(event.target.value.trim())}
            onKeyDown={(event) => {
              if (event.key === 'Enter') event.currentTarget.blur();
              if (event.key === 'Escape') {
                event.currentTarget.value = shown;
                event.currentTarget.blur();
              }
            }}
          />
          {unit.symbol && <span className="pl-1 text-small text-soft">{unit.symbol}</span>}
        </span>
      </label>
      {problem && (
        <span id={id} role="alert" className="text-fine text-stop">
          {problem}
        </span>
      )}
    </span>
  );
}
