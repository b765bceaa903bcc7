import { LONGEST_NAME, rangeOf } from '@puddler/contract/shared';
import type { Origin } from '@puddler/core';
import { useId, useState, type ReactNode } from 'react';
import { useAppSelector } from '../desk/store';
import { parseFigure, unitOf } from '@puddler/figures';
import { figureIn } from './field-value';
import { type FieldSpec } from './field-specs';
import { wordFor } from '../ui/words';
import { SourceMark } from './SourceMark';
import { Glossed } from './Term';

interface Props {
  spec: FieldSpec;
  value: unknown;
  /** Where the figure came from; absent for what the model does not use. */
  origin: Origin | undefined;
  /** Sets the field, or clears it with undefined. Returns why it cannot. */
  onSet: (value: unknown) => string | undefined;
  /** A line under where the figure came from. */
  note?: ReactNode;
}

const CONTROL = 'h-8 w-full min-w-0 rounded-sm border bg-paper px-2 text-right font-medium max-sm:h-thumb';

/** One figure of a drawer: name, value in place, and where it came from. */
export function FieldRow({ spec, value, origin, onSet, note }: Props) {
  const [problem, setProblem] = useState<string>();
  const id = useId();
  const set = (next: unknown) => setProblem(onSet(next));
  return (
    <div className="border-b border-rule py-1.5 last:border-0">
      <div className="grid grid-cols-[1fr_11rem] items-center gap-3">
        <label htmlFor={id} className="leading-tight">
          <Glossed>{spec.label}</Glossed>
          {spec.help && <span className="block text-[11.5px] text-soft">{spec.help}</span>}
        </label>
        <Control
          key={`${spec.path}:${JSON.stringify(value)}`}
          id={id}
          spec={spec}
          value={value}
          origin={origin}
          invalid={problem !== undefined}
          onSet={set}
          onProblem={setProblem}
        />
      </div>
      {problem ? (
        <p role="alert" id={`${id}-problem`} className="mt-1 text-right text-[11.5px] text-stop">
          {problem}
        </p>
      ) : (
        origin && <SourceMark origin={origin} />
      )}
      {note}
    </div>
  );
}

interface ControlProps {
  id: string;
  spec: FieldSpec;
  value: unknown;
  origin: Origin | undefined;
  invalid: boolean;
  onSet: (value: unknown) => void;
  onProblem: (problem: string) => void;
}

function Control({ id, spec, value, origin, invalid, onSet, onProblem }: ControlProps) {
  const border = invalid ? 'border-stop' : 'border-rule';
  switch (spec.type) {
    case 'number':
      return <NumberControl {...{ id, spec, value, origin, invalid, onSet, onProblem }} />;
    case 'text':
      return (
        <input
          id={id}
          className={`${CONTROL} ${border}`}
          defaultValue={(value as string | undefined) ?? ''}
          maxLength={LONGEST_NAME}
          onBlur={(event) => {
            const text = event.target.value.trim();
            if (text === '' && spec.required) onProblem('a name of 1 to 120 characters');
            else if (text !== (value ?? '')) onSet(text === '' ? undefined : text);
          }}
          onKeyDown={(event) => event.key === 'Enter' && event.currentTarget.blur()}
        />
      );
    case 'flag':
      return (
        <span className="flex justify-end">
          <input
            id={id}
            type="checkbox"
            className="size-5 accent-(--steel)"
            checked={value === true}
            onChange={(event) => onSet(event.target.checked ? true : undefined)}
          />
        </span>
      );
    case 'choice':
      return (
        <select
          id={id}
          className={`${CONTROL} ${border}`}
          value={typeof value === 'string' || typeof value === 'number' ? String(value) : (usualOf(spec) ?? '')}
          onChange={(event) => {
            const chosen = event.target.value;
            onSet(
              chosen === '' || chosen === usualOf(spec)
                ? undefined
                : typeof value === 'number' || spec.path === 'cooling.motorFans'
                  ? Number(chosen)
                  : chosen,
            );
          }}
        >
          {spec.unset !== undefined && usualOf(spec) === undefined && <option value="">{spec.unset} (usual)</option>}
          {spec.options.map((option) => (
            <option key={option} value={option}>
              {wordFor(option)}
            </option>
          ))}
        </select>
      );
  }
}

/** The option that is meant when none is chosen, where it is one of them: it stands in the list once. */
const usualOf = ({ unset, options }: Extract<FieldSpec, { type: 'choice' }>): string | undefined =>
  options.find((option) => wordFor(option) === unset);

function NumberControl({ id, spec, value, origin, invalid, onSet, onProblem }: ControlProps) {
  const system = useAppSelector((state) => state.prefs.units);
  const range = rangeOf(spec.path)!;
  const unit = unitOf(range.unit, system);
  const shown = (figure: unknown) => (typeof figure === 'number' ? figureIn(figure, unit) : '');
  const given = shown(value);
  return (
    <span className="relative flex items-center">
      <input
        id={id}
        className={`${CONTROL} ${invalid ? 'border-stop' : 'border-rule'} ${unit.symbol.length > 4 ? 'pr-15' : 'pr-12'} placeholder:font-normal placeholder:text-soft`}
        inputMode="decimal"
        autoComplete="off"
        defaultValue={given}
        placeholder={value === undefined && typeof origin?.value === 'number' ? `≈ ${shown(origin.value)}` : ''}
        aria-invalid={invalid}
        aria-describedby={invalid ? `${id}-problem` : undefined}
        onKeyDown={(event) => {
          if (event.key === 'Enter') event.currentTarget.blur();
          if (event.key === 'Escape') {
            event.stopPropagation();
            event.currentTarget.value = given;
            event.currentTarget.blur();
          }
        }}
        onBlur={(event) => {
          const text = event.target.value.trim();
          if (text === given) return;
          if (text === '') {
            if (spec.required) onProblem('this figure is needed');
            else onSet(undefined);
            return;
          }
          const parsed = parseFigure(text, range, system);
          if (parsed.ok) onSet(parsed.value);
          else onProblem(parsed.message);
        }}
      />
      <span className="pointer-events-none absolute right-2 text-[12px] text-soft">{unit.symbol}</span>
    </span>
  );
}
