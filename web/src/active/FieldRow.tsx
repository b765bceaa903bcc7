import { LONGEST_NAME, rangeOf } from '@puddler/contract/shared';
import type { Origin } from '@puddler/core';
import { useId, useState, type ReactNode } from 'react';
import { useAppSelector } from '../document-store/store';
import { parseFigure, unitOf } from '@puddler/figures';
import { figureIn } from './field-value';
import { type FieldSpec } from './field-specs';
import { wordFor } from '../ui/words';
import { SourceMark } from './SourceMark';
import { Glossed } from './Term';
import { Field } from '../ui/Field';
import { Input } from '../ui/Input';
import { Select } from '../ui/Select';

interface Props {
  spec: FieldSpec;
  value: unknown;
  /** Where the figure came from; absent for what the model does not use. */
  origin: Origin | undefined;
  /** Sets the field, or clears it with undefined. Returns why it cannot. */
  onSet: (value: unknown) => string | undefined;
  /** Takes a text that is no figure of this row, where it names figures of the part; returns whether it does. */
  onText?: (text: string) => boolean;
  /** A line under where the figure came from. */
  note?: ReactNode;
}

/** One figure of a drawer: name, value in place, and where it came from. */
export function FieldRow({ spec, value, origin, onSet, onText, note }: Props) {
  const [problem, setProblem] = useState<string>();
  const id = useId();
  const set = (next: unknown) => setProblem(onSet(next));
  return (
    <Field
      id={id}
      label={<Glossed>{spec.label}</Glossed>}
      hint={spec.help}
      problem={problem}
      note={
        <>
          {origin && <SourceMark origin={origin} />}
          {note}
        </>
      }
    >
      <Control
        key={`${spec.path}:${JSON.stringify(value)}`}
        id={id}
        spec={spec}
        value={value}
        origin={origin}
        invalid={problem !== undefined}
        onSet={set}
        onText={onText}
        onProblem={setProblem}
      />
    </Field>
  );
}

interface ControlProps {
  id: string;
  spec: FieldSpec;
  value: unknown;
  origin: Origin | undefined;
  invalid: boolean;
  onSet: (value: unknown) => void;
  onText: Props['onText'];
  onProblem: (problem: string | undefined) => void;
}

function Control({ id, spec, value, origin, invalid, onSet, onText, onProblem }: ControlProps) {
  switch (spec.type) {
    case 'number':
      return <NumberControl {...{ id, spec, value, origin, invalid, onSet, onText, onProblem }} />;
    case 'text':
      return (
        <Input
          id={id}
          figure
          invalid={invalid}
          className="w-full"
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
            className="size-5"
            checked={value === true}
            onChange={(event) => onSet(event.target.checked ? true : undefined)}
          />
        </span>
      );
    case 'choice':
      return (
        <Select
          id={id}
          figure
          invalid={invalid}
          className="w-full"
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
        </Select>
      );
  }
}

/** The option that is meant when none is chosen, where it is one of them: it stands in the list once. */
const usualOf = ({ unset, options }: Extract<FieldSpec, { type: 'choice' }>): string | undefined =>
  options.find((option) => wordFor(option) === unset);

function NumberControl({ id, spec, value, origin, invalid, onSet, onText, onProblem }: ControlProps) {
  const system = useAppSelector((state) => state.prefs.units);
  const range = rangeOf(spec.path)!;
  const unit = unitOf(range.unit, system);
  const shown = (figure: unknown) => (typeof figure === 'number' ? figureIn(figure, unit) : '');
  const given = shown(value);
  return (
    <Input
      id={id}
      figure
      invalid={invalid}
      unit={unit.symbol}
      inputMode="decimal"
      defaultValue={given}
      placeholder={value === undefined && typeof origin?.value === 'number' ? `≈ ${shown(origin.value)}` : ''}
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
        if (parsed.ok) return onSet(parsed.value);
        if (!onText?.(text)) return onProblem(parsed.message);
        // The figure of this row may have stayed as it was.
        event.target.value = given;
        onProblem(undefined);
      }}
    />
  );
}
