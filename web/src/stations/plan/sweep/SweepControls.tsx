import type { Swept } from '@puddler/core';
import { formatNumber } from '@puddler/figures';
import { SpanField } from './SpanField';
import { ANSWER_SPECS, SWEEP_ANSWERS, SWEPT_WORDS, thirdOf, type SweepAnswerId } from './sweep-specs';
import { ALWAYS, type Sweep } from './use-sweep';
import { Select } from '../../../ui/Select';

const swepts = (list: readonly Swept[]) =>
  list.map((swept) => (
    <option key={swept} value={swept}>
      {SWEPT_WORDS[swept]}
    </option>
  ));

/** What is swept over what range, and for which answer. */
export function SweepControls({ sweep: { choice, asked } }: { sweep: Sweep }) {
  const { can, x, y, answer, setX, setY, setAnswer, spanOf, setSpan } = choice;
  const done = asked.state === 'waiting' ? asked.progress?.share : undefined;
  const span = (swept: Swept) => <SpanField swept={swept} span={spanOf(swept)} onSpan={(next) => setSpan(swept, next)} />;
  return (
    <div className="flex flex-wrap items-center gap-x-4 gap-y-1.5 pb-1 text-small">
      <label className="flex items-center gap-1.5">
        <span className="text-soft">over</span>
        <Select size="small" value={x} onChange={(event) => setX(event.target.value as Swept)} aria-label="Figure across">
          {swepts(can)}
        </Select>
        {span(x)}
      </label>
      <label className="flex items-center gap-1.5">
        <span className="text-soft">and</span>
        <Select
          size="small"
          value={y ?? ''}
          onChange={(event) => setY(event.target.value === '' ? undefined : (event.target.value as Swept))}
          aria-label="Figure up"
        >
          <option value="">nothing else</option>
          {swepts(can.filter((swept) => swept !== x))}
        </Select>
        {y && span(y)}
      </label>
      <label className="flex items-center gap-1.5">
        <span className="text-soft">{y ? 'map of' : 'with'}</span>
        <Select
          size="small"
          value={y ? answer : thirdOf(answer, ALWAYS)}
          onChange={(event) => setAnswer(event.target.value as SweepAnswerId)}
          aria-label={y ? 'Answer of the map' : 'Another answer'}
        >
          {SWEEP_ANSWERS.filter((id) => y || !ALWAYS.includes(id)).map((id) => (
            <option key={id} value={id}>
              {ANSWER_SPECS[id].label}
            </option>
          ))}
        </Select>
      </label>
      {done !== undefined && (
        <span className="flex items-center gap-1.5 text-soft">
          <progress className="h-1.5 w-20" value={done} max={1} aria-label="Points computed" />
          {formatNumber(100 * done, 0)} %
        </span>
      )}
    </div>
  );
}
