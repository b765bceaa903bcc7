import { useId, type KeyboardEvent } from 'react';
import type { Range } from '@puddler/contract/shared';
import { formatIn, toShown, unitOf, type UnitSystem } from '@puddler/figures';
import { StepButton } from './StepButton';
import { useSteps } from './use-steps';
import { useTypedFigure } from './use-typed-figure';

interface Props {
  /** For screen readers and messages: “pinion”. */
  label: string;
  /** In the plan file's unit. */
  value: number;
  range: Range;
  system: UnitSystem;
  /** One press, in the unit shown. */
  step: number;
  onChange: (value: number) => void;
  /** Takes a text that is no figure of this kind, where it means something else; returns whether it does. */
  onText?: (text: string) => boolean;
  /** What one press down and one press up would give, shown under the buttons. */
  neighbours?: { down?: string | undefined; up?: string | undefined };
  /** Only usual for the kind of car: nobody has counted or measured it. */
  isTypical?: boolean;
  /** Overrides the range's unit behind the figure (“pinion” for teeth). */
  suffix?: string;
}

const PAGE_STEPS = 10;
const KEY_STEPS: Readonly<Record<string, number>> = { ArrowUp: 1, ArrowDown: -1, PageUp: PAGE_STEPS, PageDown: -PAGE_STEPS };

/** A figure to step, drag sideways, or type with or without its unit. */
export function Stepper({ label, value, range, system, step, onChange, onText, neighbours, suffix, isTypical = false }: Props) {
  const unit = unitOf(range.unit, system);
  const messageId = useId();
  const { typed, problem, setTyped, clear, settle } = useTypedFigure({ value, range, system, onChange, onText, isTypical });
  const { move, button, field } = useSteps({ value, range, unit, step, onChange }, clear);
  const onKey = (event: KeyboardEvent<HTMLInputElement>) => {
    const steps = KEY_STEPS[event.key];
    if (steps !== undefined) {
      event.preventDefault();
      move(steps);
    } else if (event.key === 'Enter') settle(true);
    else if (event.key === 'Escape' && typed !== undefined) {
      event.stopPropagation();
      clear();
    }
  };
  const text = formatIn(value, unit);
  const shownSuffix = suffix ?? unit.symbol;
  return (
    <div className="min-w-0">
      <div
        className={`flex h-7 items-stretch rounded-sm border bg-sheet outline-offset-1 outline-steel has-[input:focus-visible]:outline-2 max-sm:h-auto ${problem ? 'border-stop' : 'border-rule'}`}
      >
        <StepButton label={label} way="down" disabled={value <= range.min} {...button(-1)} />
        <label className="@container relative flex min-w-0 flex-1 cursor-ew-resize items-center justify-center gap-1 px-1">
          <input
            className={`w-full min-w-0 cursor-ew-resize touch-pan-y bg-transparent text-right outline-none focus:cursor-text ${isTypical ? 'text-soft italic' : 'font-semibold'}`}
            style={{ width: `${Math.max(2, (typed ?? text).length) + 0.4}ch` }}
            role="spinbutton"
            inputMode="decimal"
            aria-label={label}
            aria-valuenow={toShown(value, unit)}
            aria-valuetext={`${text} ${shownSuffix}${isTypical ? ', typical' : ''}`}
            data-typing={typed !== undefined}
            aria-valuemin={toShown(range.min, unit)}
            aria-valuemax={toShown(range.max, unit)}
            aria-invalid={problem !== undefined}
            aria-describedby={problem ? messageId : undefined}
            value={typed ?? text}
            onChange={(event) => setTyped(event.target.value)}
            onBlur={() => settle()}
            onKeyDown={onKey}
            {...field}
          />
          <span className={`shrink-0 text-small text-soft ${suffix ? '@max-[4.4rem]:hidden' : ''}`}>{shownSuffix}</span>
        </label>
        <StepButton label={label} way="up" disabled={value >= range.max} {...button(1)} />
      </div>
      {problem ? (
        <p id={messageId} role="alert" className="mt-0.5 text-fine text-stop">
          {problem}
        </p>
      ) : (
        neighbours && (
          <p className="mt-0.5 flex justify-between px-0.5 text-fine text-soft" aria-hidden="true">
            <span>{neighbours.down}</span>
            <span>{neighbours.up}</span>
          </p>
        )
      )}
    </div>
  );
}
