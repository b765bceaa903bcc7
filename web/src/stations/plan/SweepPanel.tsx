import { sweepEdits, sweepValues, sweptValue, type Limits, type SweepAnswers, type Swept } from '@puddler/core';
import { useCallback, useMemo, useState } from 'react';
import { useAppDispatch, useAppSelector } from '../../desk/store';
import { ContourChart } from '../../charts/ContourChart';
import { PaneChart } from '../../charts/PaneChart';
import type { PaneData } from '../../charts/pane-layout';
import { useDetail } from '../../jobs/detail';
import { toCsv } from '../../ui/to-csv';
import { formatNumber, toShown, unitOf } from '../../units/units';
import type { SweepAnswer, SweepAxis, SweepWish } from '../../workers/detail-worker';
import { applyEdits } from '../../in-hand/plan-edits';
import { SpanField } from './SpanField';
import { ANSWER_SPECS, bordersOf, linesOf, SWEEP_ANSWERS, SWEPT_WORDS, sweptOf, sweptRange, usualSpan, type SweepAnswerId } from './sweep-specs';
import type { PlanInHand } from '../../in-hand/use-plan';

const POINTS_ALONE = 41;
const POINTS_ACROSS = 25;
const POINTS_UP = 17;
/** Answers that curves always show. */
const ALWAYS: readonly SweepAnswerId[] = ['topSpeedMs', 'maxCanC'];
const NEAR_TIMES = 1.35;
const PICK = 'h-7 rounded-sm border border-rule bg-paper px-1 max-sm:h-10';

type Spans = Partial<Record<Swept, [number, number]>>;

/** One or two figures over a range: curves of what they change, or a map with the limits as borders. A click takes a point into the plan. */
export function SweepPanel({ inHand, limits }: { inHand: PlanInHand; limits: Limits }) {
  const dispatch = useAppDispatch();
  const system = useAppSelector((state) => state.prefs.units);
  const { file } = inHand;
  const can = sweptOf(file);
  const [chosenX, setX] = useState<Swept>();
  const [chosenY, setY] = useState<Swept | ''>('');
  const [answer, setAnswer] = useState<SweepAnswerId>('topSpeedMs');
  const [spans, setSpans] = useState<Spans>({});
  // Typing a span must not move with the plan that it is swept around.
  const [usual] = useState(() => Object.fromEntries(can.map((swept) => [swept, usualSpan(file, swept)])) as Record<Swept, [number, number]>);
  const x = chosenX && can.includes(chosenX) ? chosenX : can.includes('pinion') ? 'pinion' : can[0]!;
  const y = chosenY && chosenY !== x && can.includes(chosenY) ? chosenY : undefined;
  const spanOf = useCallback((swept: Swept): [number, number] => spans[swept] ?? usual[swept] ?? usualSpan(file, swept), [spans, usual, file]);
  const [x0, x1] = spanOf(x);
  const [y0, y1] = y ? spanOf(y) : [0, 0];
  const question = useMemo(() => {
    const axis = (swept: Swept, from: number, to: number, count: number): SweepAxis => ({ swept, values: sweepValues(swept, from, to, count) });
    const wish: SweepWish = { x: axis(x, x0, x1, y ? POINTS_ACROSS : POINTS_ALONE), y: y && axis(y, y0, y1, POINTS_UP) };
    return { file, wish };
  }, [file, x, y, x0, x1, y0, y1]);
  const { value, fresh } = useDetail<typeof question, SweepAnswer, SweepAnswer>(
    'sweep',
    question,
    (tasks, token, asked, report) => tasks.sweep(token, asked.file, asked.wish, report),
    (_sofar, one) => one,
  );
  // The last whole answer stands while the next one is computed.
  const [kept, keep] = useState(value?.whole);
  if (value?.whole && value.whole !== kept) keep(value.whole);
  const shown = value?.whole ?? kept;
  const spec = ANSWER_SPECS[answer];
  const third = ALWAYS.includes(answer) ? 'peakPackCurrentA' : answer;
  const take = (i: number, j: number | undefined) => {
    if (!shown) return;
    const edits = sweepEdits(file, shown.wish.x.swept, shown.wish.x.values[i]!);
    const more = shown.wish.y && j !== undefined ? sweepEdits(file, shown.wish.y.swept, shown.wish.y.values[j]!) : [];
    dispatch(
      applyEdits(
        inHand,
        [...edits, ...more],
        `${SWEPT_WORDS[shown.wish.x.swept]}${shown.wish.y ? ` and ${SWEPT_WORDS[shown.wish.y.swept]}` : ''} from the sweep`,
      ),
    );
  };
  const unitFor = (swept: Swept) => unitOf(sweptRange(swept).unit, system);
  const shownAxis = (axis: SweepAxis) => axis.values.map((one) => toShown(one, unitFor(axis.swept)));
  const csv = (wish: SweepWish, points: NonNullable<SweepAnswer['whole']>['points']) => {
    const heads = [
      ...[wish.x, wish.y].flatMap((axis) => (axis ? [`${SWEPT_WORDS[axis.swept]} [${unitFor(axis.swept).symbol}]`] : [])),
      ...SWEEP_ANSWERS.map((id) => `${ANSWER_SPECS[id].label} [${ANSWER_SPECS[id].unit(system).symbol}]`),
    ];
    const across = shownAxis(wish.x);
    const up = wish.y && shownAxis(wish.y);
    return toCsv(
      heads,
      points.map((point, i) => [
        across[i % across.length],
        ...(up ? [up[Math.floor(i / across.length)]] : []),
        ...SWEEP_ANSWERS.map((id) => point && toShown(point[id], ANSWER_SPECS[id].unit(system))),
      ]),
    );
  };
  const stale = !fresh || value?.whole === undefined;
  return (
    <>
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1.5 pb-1 text-[12.5px]">
        <label className="flex items-center gap-1.5">
          <span className="text-soft">over</span>
          <select className={PICK} value={x} onChange={(event) => setX(event.target.value as Swept)} aria-label="Figure across">
            {can.map((swept) => (
              <option key={swept} value={swept}>
                {SWEPT_WORDS[swept]}
              </option>
            ))}
          </select>
          <SpanField swept={x} span={[x0, x1]} onSpan={(span) => setSpans({ ...spans, [x]: span })} />
        </label>
        <label className="flex items-center gap-1.5">
          <span className="text-soft">and</span>
          <select className={PICK} value={y ?? ''} onChange={(event) => setY(event.target.value as Swept | '')} aria-label="Figure up">
            <option value="">nothing else</option>
            {can
              .filter((swept) => swept !== x)
              .map((swept) => (
                <option key={swept} value={swept}>
                  {SWEPT_WORDS[swept]}
                </option>
              ))}
          </select>
          {y && <SpanField swept={y} span={[y0, y1]} onSpan={(span) => setSpans({ ...spans, [y]: span })} />}
        </label>
        <label className="flex items-center gap-1.5">
          <span className="text-soft">{y ? 'map of' : 'with'}</span>
          <select
            className={PICK}
            value={y ? answer : third}
            onChange={(event) => setAnswer(event.target.value as SweepAnswerId)}
            aria-label={y ? 'Answer of the map' : 'Another answer'}
          >
            {SWEEP_ANSWERS.filter((id) => y || !ALWAYS.includes(id)).map((id) => (
              <option key={id} value={id}>
                {ANSWER_SPECS[id].label}
              </option>
            ))}
          </select>
        </label>
        {stale && value && value.done < 1 && (
          <span className="flex items-center gap-1.5 text-soft">
            <progress className="h-1.5 w-20 accent-(--steel)" value={value.done} max={1} aria-label="Points computed" />
            {formatNumber(100 * value.done, 0)} %
          </span>
        )}
      </div>
      {!shown ? <p className="py-10 text-center text-soft">Driving through the range …</p> : shown.wish.y ? map(shown) : curves(shown)}
    </>
  );

  function curves({ wish, points }: NonNullable<SweepAnswer['whole']>) {
    const range = unitFor(wish.x.swept);
    const good = points.map((point, i) => ({ point, at: shownAxis(wish.x)[i]!, i })).filter((one) => one.point !== undefined);
    const now = sweptValue(file, wish.x.swept);
    const pane = (id: SweepAnswerId, weight: number) => {
      const unit = ANSWER_SPECS[id].unit(system);
      const values = good.map(({ point }) => toShown(point![id], unit));
      // A limit far beyond the curve would only flatten it.
      const near = linesOf(id, file, limits).filter(({ at }) => toShown(at, unit) <= NEAR_TIMES * Math.max(...values));
      return {
        label: ANSWER_SPECS[id].label,
        unit: unit.symbol,
        tone: ANSWER_SPECS[id].tone,
        weight,
        digits: unit.digits,
        fromZero: false,
        y: values,
        limits: near.map(({ at, label, tone }) => ({
          at: toShown(at, unit),
          label: `${label} ${formatNumber(toShown(at, unit), unit.digits)}`,
          tone,
        })),
      };
    };
    if (good.length < 2) return <p className="py-10 text-center text-soft">Too few points of this range can be computed: widen it.</p>;
    const data: PaneData = {
      x: good.map((one) => one.at),
      panes: [pane('topSpeedMs', 4), pane('maxCanC', 4), pane(third, 3)],
    };
    return (
      <PaneChart
        title={`Over ${SWEPT_WORDS[wish.x.swept]}`}
        data={data}
        xUnit={range.symbol}
        xName={SWEPT_WORDS[wish.x.swept]}
        height={262}
        stale={stale}
        marks={now === undefined ? [] : [{ at: toShown(now, range), label: 'now' }]}
        onTake={(index) => take(good[index]!.i, undefined)}
      />
    );
  }

  function map({ wish, points }: NonNullable<SweepAnswer['whole']>) {
    const unit = spec.unit(system);
    const [rangeX, rangeY] = [unitFor(wish.x.swept), unitFor(wish.y!.swept)];
    const of = (read: (point: SweepAnswers) => number) => points.map((point) => (point ? read(point) : NaN));
    const [nowX, nowY] = [sweptValue(file, wish.x.swept), sweptValue(file, wish.y!.swept)];
    return (
      <ContourChart
        title={`${spec.label} over ${SWEPT_WORDS[wish.x.swept]} and ${SWEPT_WORDS[wish.y!.swept]}`}
        field={{ x: shownAxis(wish.x), y: shownAxis(wish.y!), values: of((point) => toShown(point[answer], unit)) }}
        x={{ label: SWEPT_WORDS[wish.x.swept], unit: rangeX.symbol, digits: Math.max(rangeX.digits, 1) }}
        y={{ label: SWEPT_WORDS[wish.y!.swept], unit: rangeY.symbol, digits: Math.max(rangeY.digits, 1) }}
        value={{ label: spec.label, unit: unit.symbol, digits: unit.digits }}
        tone={answer === 'maxCanC' || answer === 'maxEscC' || answer === 'maxWindingC' ? 'heat' : 'amps'}
        borders={bordersOf(limits).map((border) => ({ label: border.label, tone: border.tone, at: border.at, values: of(border.of) }))}
        now={nowX === undefined || nowY === undefined ? undefined : { x: toShown(nowX, rangeX), y: toShown(nowY, rangeY) }}
        height={270}
        stale={stale}
        onTake={take}
        csv={() => csv(wish, points)}
      />
    );
  }
}
