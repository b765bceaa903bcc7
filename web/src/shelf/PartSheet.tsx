import { joiResolver } from '@hookform/resolvers/joi';
import { partSchema } from '@puddler/contract';
import { partFields, partValue, rangeText, withPartValue, type PartField } from '@puddler/contract/shared';
import type { Part } from '@puddler/core';
import { useId } from 'react';
import { useForm, type FieldErrors, type UseFormRegister } from 'react-hook-form';
import { undoable } from '../document-store/undoable';
import { useAppDispatch, useAppSelector } from '../document-store/store';
import { changeParts } from '../document-store/part-edits';
import { getField } from '@puddler/core';
import { partOf } from '../document-store/selectors';
import { Button } from '../ui/Button';
import { Sheet } from '../ui/Sheet';
import { wordFor } from '../ui/words';
import { titled } from '../active/part-text';
import { formatNumber, parseFigure, toShown, unitOf } from '@puddler/figures';
import { Field } from '../ui/Field';
import { Input } from '../ui/Input';
import { Select } from '../ui/Select';

/** Every figure as typed, by its path with dots as dashes (a form library takes dots for groups). */
type Typed = Record<string, string>;
const key = (path: string) => path.replaceAll('.', '-');

/** All figures of one part, checked by the rules that the server holds it to. */
export default function PartSheet({ id, onClose }: { id: string; onClose: () => void }) {
  const part = useAppSelector((state) => partOf(state, id));
  if (!part) return null;
  return (
    <Sheet open onClose={onClose} title={wordFor(part.kind)} hint="Figures typed with a unit are understood. Enter keeps them all.">
      <Form key={`${id}:${JSON.stringify(part)}`} id={id} part={part} onClose={onClose} />
    </Sheet>
  );
}

function Form({ id, part, onClose }: { id: string; part: Part; onClose: () => void }) {
  const dispatch = useAppDispatch();
  const system = useAppSelector((state) => state.prefs.units);
  const fields = partFields(part.kind).filter(({ path }) => path !== 'kind' && fitsForm(part, path));
  const shown = (field: PartField): string => {
    const value = partValue(part, field.path);
    if (value === undefined) return '';
    if (typeof value === 'boolean') return value ? 'yes' : 'no';
    return typeof value === 'number' ? formatNumber(toShown(value, unitOf(field.range!.unit, system)), 6).replace('\u2009', '') : (value as string);
  };
  const { register, handleSubmit, formState } = useForm<Typed>({
    defaultValues: Object.fromEntries(fields.map((field) => [key(field.path), shown(field)])),
    resolver: async (typed, context, options) => {
      const errors: FieldErrors<Typed> = {};
      let draft: Part = part;
      for (const field of fields) {
        const text = (typed[key(field.path)] ?? '').trim();
        // What was not touched keeps all its digits.
        if (text === shown(field)) continue;
        const read = readText(field, text, system);
        if (read.ok) draft = withPartValue(draft, field.path, read.value);
        else errors[key(field.path)] = { type: 'typed', message: read.message };
      }
      if (Object.keys(errors).length > 0) return { values: {}, errors };
      const whole = { ...draft, spec: draft.spec ?? {} } as Part;
      const checked = await joiResolver(partSchema(part.kind, whole.spec), { convert: false, abortEarly: false })(
        whole as never,
        context,
        options as never,
      );
      for (const field of fields) {
        const wrong = getField(checked.errors, field.path) as { message?: string; type?: string } | undefined;
        if (wrong?.type)
          errors[key(field.path)] = { type: 'rule', message: field.range ? `allowed: ${rangeText(field.range)}` : 'this figure is needed' };
      }
      if (Object.keys(errors).length > 0) return { values: {}, errors };
      if (Object.keys(checked.errors).length > 0)
        return { values: {}, errors: { [key('name')]: { type: 'rule', message: 'a figure that this kind needs is missing' } } };
      return { values: { ...typed, whole: JSON.stringify(whole) }, errors: {} };
    },
  });
  const keep = handleSubmit((values) => {
    const next = JSON.parse(values['whole']!) as Part;
    dispatch(changeParts([id], () => next, `change ${part.name}`));
    dispatch(undoable(`${next.name} is kept.`));
    onClose();
  });
  const remove = () => {
    dispatch(changeParts([id], () => null, `delete ${part.name}`));
    dispatch(undoable(`${part.name} is off the shelf.`));
    onClose();
  };
  return (
    <form onSubmit={(event) => void keep(event)} noValidate>
      {fields.map((field) => (
        <Row
          key={field.path}
          field={field}
          needed={field.needed?.includes(part.kind) ?? false}
          register={register}
          error={formState.errors[key(field.path)]?.message}
        />
      ))}
      <div className="sticky bottom-0 -mx-4 mt-3 flex justify-between gap-2 border-t border-rule bg-sheet px-4 py-3">
        <Button onClick={remove}>Delete</Button>
        <Button tone="action" type="submit">
          Keep
        </Button>
      </div>
    </form>
  );
}

/** Fields of the other forms of motor would only be refused. */
function fitsForm(part: Part, path: string): boolean {
  if (part.kind !== 'motor') return true;
  const brushed = ['spec.turns', 'spec.sizeClass'];
  const brushless = ['spec.form', 'spec.poles', 'spec.sensored'];
  const can = ['spec.diameterMm', 'spec.lengthMm'];
  const stator = ['spec.statorDiameterMm', 'spec.statorHeightMm'];
  if (path === 'spec.kind' || path === 'spec.form') return false;
  const { spec } = part;
  if (spec.kind === 'brushed') return ![...brushless, ...can, ...stator].includes(path);
  return !brushed.includes(path) && !(spec.form === 'inrunner' ? stator : can).includes(path);
}

function readText(
  field: PartField,
  text: string,
  system: Parameters<typeof parseFigure>[2],
): { ok: true; value: unknown } | { ok: false; message: string } {
  if (text === '') return { ok: true, value: field.path === 'name' ? '' : undefined };
  if (field.type === 'number') return parseFigure(text, field.range!, system);
  if (field.type === 'flag') return { ok: true, value: text === 'yes' };
  return { ok: true, value: text };
}

function Row({ field, needed, register, error }: { field: PartField; needed: boolean; register: UseFormRegister<Typed>; error: string | undefined }) {
  const id = useId();
  const system = useAppSelector((state) => state.prefs.units);
  const label = titled(field.label);
  const options = field.type === 'flag' ? ['yes', 'no'] : field.options;
  const wide = field.path === 'name' || field.path === 'notes';
  const props = {
    id,
    className: 'w-full',
    invalid: error !== undefined,
    'aria-describedby': error ? `${id}-problem` : undefined,
    ...register(key(field.path)),
  };
  return (
    <Field
      id={id}
      wide={wide}
      problem={error}
      label={
        <>
          {label}
          {needed && (
            <span className="text-soft" title="needed">
              {' '}
              *
            </span>
          )}
        </>
      }
    >
      {options ? (
        <Select {...props}>
          {!needed && <option value="">not known</option>}
          {options.map((option) => (
            <option key={option} value={option}>
              {wordFor(option)}
            </option>
          ))}
        </Select>
      ) : (
        <Input {...props} figure={field.type === 'number'} unit={field.range && unitOf(field.range.unit, system).symbol} />
      )}
    </Field>
  );
}
