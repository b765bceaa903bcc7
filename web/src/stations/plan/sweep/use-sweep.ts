import { sweepValues, type PlanFile, type Swept } from '@puddler/core';
import { useCallback, useMemo, useState } from 'react';
import { useDetail } from '../../../jobs/detail';
import type { SweepAnswer, SweepAxis, SweepWish } from '../../../workers/detail-worker';
import { sweptOf, usualSpan, type SweepAnswerId } from './sweep-specs';

const POINTS_ALONE = 41;
const POINTS_ACROSS = 25;
const POINTS_UP = 17;
/** Answers that curves always show. */
export const ALWAYS: readonly SweepAnswerId[] = ['topSpeedMs', 'maxCanC'];

type Span = [from: number, to: number];

/** All points of a sweep, with what was asked. */
export type WholeSweep = NonNullable<SweepAnswer['whole']>;

/** Which figures are swept, over what, and for which answer. */
export interface SweepChoice {
  /** Figures that this plan can be swept over. */
  can: readonly Swept[];
  x: Swept;
  y: Swept | undefined;
  answer: SweepAnswerId;
  setX: (swept: Swept) => void;
  setY: (swept: Swept | undefined) => void;
  setAnswer: (answer: SweepAnswerId) => void;
  spanOf: (swept: Swept) => Span;
  setSpan: (swept: Swept, span: Span) => void;
}

function useChoice(file: PlanFile): SweepChoice {
  const can = sweptOf(file);
  const [chosenX, setX] = useState<Swept>();
  const [chosenY, setY] = useState<Swept>();
  const [answer, setAnswer] = useState<SweepAnswerId>('topSpeedMs');
  const [spans, setSpans] = useState<Partial<Record<Swept, Span>>>({});
  // Typing a span must not move with the plan that it is swept around.
  const [usual] = useState(() => Object.fromEntries(can.map((swept) => [swept, usualSpan(file, swept)])) as Record<Swept, Span>);
  const x = chosenX && can.includes(chosenX) ? chosenX : can.includes('pinion') ? 'pinion' : can[0]!;
  const y = chosenY && chosenY !== x && can.includes(chosenY) ? chosenY : undefined;
  const spanOf = useCallback((swept: Swept): Span => spans[swept] ?? usual[swept] ?? usualSpan(file, swept), [spans, usual, file]);
  const setSpan = (swept: Swept, span: Span) => setSpans({ ...spans, [swept]: span });
  return { can, x, y, answer, setX, setY, setAnswer, spanOf, setSpan };
}

export interface Sweep {
  choice: SweepChoice;
  /** The newest whole answer; it stands while the next one is computed. */
  shown: WholeSweep | undefined;
  stale: boolean;
  /** Share of the present question that is done. */
  done: number | undefined;
}

/** A sweep of a plan over one or two figures, computed whenever the plan or the choice changes. */
export function useSweep(file: PlanFile): Sweep {
  const choice = useChoice(file);
  const { x, y, spanOf } = choice;
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
  const [kept, keep] = useState(value?.whole);
  if (value?.whole && value.whole !== kept) keep(value.whole);
  return { choice, shown: value?.whole ?? kept, stale: !fresh || value?.whole === undefined, done: value?.done };
}
