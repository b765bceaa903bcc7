import { PART_FIELDS } from '@puddler/contract/shared';
import { toothSize, type KitPart, type ReadField } from '@puddler/core';
import { useId, type ReactNode } from 'react';
import { useAppSelector } from '../../document-store/store';
import { wordFor } from '../../ui/words';
import { formatNumber, moneyText, toShown, unitOf, withMark, type UnitSystem } from '@puddler/figures';
import { summary } from '../part-text';
import { labelOf, type LabelInHand } from './use-label';
import { Input } from '../../ui/Input';

interface Props {
  label: string;
  hint?: string;
  placeholder: string;
  field: LabelInHand;
  autoFocus?: boolean;
  /** What Enter does with a label that makes a part. */
  onEnter?: () => void;
  /** A text put in whole that holds several parts: true when it was taken apart. */
  onLine?: (text: string) => boolean;
  /** Beside the line, a button to take it. */
  action?: ReactNode;
}

/** So many letters at once were pasted. */
const PUT_IN_WHOLE = 8;

/** A line to type what is printed on a part; under it what was understood, guessed and not understood. */
export function LabelField({ label, hint, placeholder, field, autoFocus, onEnter, onLine, action }: Props) {
  const id = useId();
  const said = field.reading !== undefined;
  return (
    <div>
      <p>
        <label htmlFor={id} className="font-medium">
          {label}
        </label>
        {hint && (
          <span id={`${id}-hint`} className="ml-2 text-small text-soft">
            {hint}
          </span>
        )}
      </p>
      <div className="mt-1 flex gap-2">
        <Input
          id={id}
          size="large"
          invalid={field.problems.length > 0}
          className="block w-full"
          value={field.text}
          placeholder={placeholder}
          maxLength={400}
          spellCheck={false}
          autoFocus={autoFocus}
          aria-describedby={`${hint ? `${id}-hint` : ''} ${said ? `${id}-read` : ''}`.trim() || undefined}
          onChange={(event) => {
            const text = event.target.value;
            // Typed letter by letter it is taken apart when the field is left.
            if (text.length - field.text.length < PUT_IN_WHOLE || !onLine?.(text)) field.setText(text);
          }}
          onBlur={() => void onLine?.(field.text)}
          onKeyDown={(event) => {
            if (event.key === 'Enter' && onEnter && field.parts.length > 0) {
              event.preventDefault();
              onEnter();
            }
          }}
        />
        {action}
      </div>
      {said && (
        <div id={`${id}-read`} className="mt-1 text-small" aria-live="polite">
          <Understood field={field} />
        </div>
      )}
    </div>
  );
}

function Understood({ field }: { field: LabelInHand }) {
  const system = useAppSelector((state) => state.prefs.units);
  const reading = field.reading!;
  const fields = Object.entries({ ...reading.fields, ...field.answer });
  const group = useId();
  return (
    <>
      {!field.kit && (fields.length > 0 || reading.count !== undefined || reading.direct || reading.price !== undefined) && (
        <p className="flex flex-wrap gap-x-3 gap-y-0.5">
          {reading.count !== undefined && <span>{reading.count} of them</span>}
          {reading.direct && <span>direct drive, no pinion and spur</span>}
          {fields.map(([name, one]) => (
            <span key={name} title={one.rule} className={one.source === 'estimated' ? 'text-soft italic' : ''}>
              {words(name, one, system)}
              {one.source === 'estimated' && <span className="not-italic"> (guessed{one.rule ? `: ${one.rule}` : ''})</span>}
            </span>
          ))}
          {field.parts.some((part) => part.kind === 'pack' && part.spec.typical) && (
            <span className="text-caution">C rating not known: taken as usual, counted by no limit</span>
          )}
          {reading.price !== undefined && (
            <span>
              price {moneyText(reading.price)}
              {reading.count !== undefined && ' each'}
            </span>
          )}
        </p>
      )}
      {field.kit && <KitRead kit={field.kit} price={reading.price} />}
      {field.notTaken !== undefined && <p className="text-caution">Not taken: {field.notTaken}.</p>}
      {reading.question && !field.kit && (
        <fieldset className="mt-1.5 border-l-2 border-caution pl-2">
          <legend className="sr-only">{reading.question.text}</legend>
          <p aria-hidden="true">{reading.question.text}</p>
          {field.taken && !field.answer && (
            <p className="text-caution">Its size is not known yet: until you say, it is taken as “{reading.question.choices[0]!.label}”.</p>
          )}
          {reading.question.choices.map((choice) => (
            <label key={choice.label} className="flex items-baseline gap-2 py-0.5">
              <input
                type="radio"
                name={group}

                checked={field.answer === choice.fields}
                onChange={() => field.setAnswer(choice.fields)}
              />
              <span>
                {choice.label} <span className="text-soft">– {choice.why}</span>
              </span>
            </label>
          ))}
        </fieldset>
      )}
      {field.problems.map((problem) => (
        <p key={problem} role="alert" className="text-stop">
          {problem}
        </p>
      ))}
      {field.missing.length > 0 && <p className="text-caution">Still needed: {field.missing.join(', ')}.</p>}
      {!field.kit && reading.unused.length > 0 && <p className="text-soft">Understood, not needed: {reading.unused.join(', ')}.</p>}
      {!field.kit && reading.unread.length > 0 && <p className="text-soft">Not understood, kept in the name: {reading.unread.join(' ')}.</p>}
    </>
  );
}

/** What is sold as one, part by part. */
function KitRead({ kit, price }: { kit: readonly KitPart[]; price: number | undefined }) {
  const system = useAppSelector((state) => state.prefs.units);
  return (
    <>
      <p>Sold as one{price === undefined ? '' : `, for ${moneyText(price)} together`}:</p>
      <ul>
        {kit.flatMap(({ parts }) =>
          parts.map((part) => (
            <li key={`${part.kind} ${part.name}`}>
              {wordFor(part.kind)} <span className="text-soft">{summary(part, system)}</span>
            </li>
          )),
        )}
      </ul>
    </>
  );
}

/** “kv 4 000”, “shaft 3.17 mm”, “no sensor”. */
function words(field: string, { value }: ReadField, system: UnitSystem): string {
  if (field === 'sensored') return value ? 'sensored' : 'no sensor';
  if (field === 'fan') return value ? 'has a fan' : 'no fan';
  if (field === 'moduleMm') return withMark(toothSize(value as number));
  if (typeof value === 'boolean') return labelOf(field);
  if (typeof value === 'string') return wordFor(value);
  const range = PART_FIELDS.find((one) => one.path === `spec.${field}`)?.range;
  const unit = unitOf(range?.unit ?? '', system);
  const symbol = ['kv', 'cells', 'teeth', 'turns', 'poles'].includes(unit.symbol) ? '' : ` ${unit.symbol}`;
  return `${labelOf(field)} ${formatNumber(toShown(value, unit), Math.max(unit.digits, 2))}${symbol}`;
}
