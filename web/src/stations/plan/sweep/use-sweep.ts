import { sweepValues, type PlanFile, type Swept } from '@puddler/core';
import { useCallback, useMemo, useState } from 'react';
import { latest, type Asked } from '../../../jobs/asked';
import { sweepJob } from '../../../jobs/plan-jobs';
import { useJob } from '../../../jobs/use-job';
import type { SweepAnswer, SweepAxis, SweepQuestion } from '../../../workers/plan-worker';
import { sweptOf, usualSpan, type SweepAnswerId } from './sweep-specs';

const POINTS_ALONE = 41;
const POINTS_ACROSS = 25;
const POINTS_UP = 17;
/** Answers that curves always show. */
export const ALWAYS: readonly SweepAnswerId[] = ['topSpeedMs', 'maxCanC'];

type Span = [from: number, to: number];

/** Which figures are swept, over what, and for which answer. */
interface SweepChoice {
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
  asked: Asked<SweepAnswer>;
  /** The newest answer; it stands while the next one is computed. */
  shown: SweepAnswer | undefined;
}

/** A sweep of a plan over one or two figures, computed whenever the plan or the choice changes. */
export function useSweep(file: PlanFile): Sweep {
  const choice = useChoice(file);
  const { x, y, spanOf } = choice;
  const [x0, x1] = spanOf(x);
  const [y0, y1] = y ? spanOf(y) : [0, 0];
  const question = useMemo((): SweepQuestion => {
    const axis = (swept: Swept, from: number, to: number, count: number): SweepAxis => ({ swept, values: sweepValues(swept, from, to, count) });
    return { plan: file, x: axis(x, x0, x1, y ? POINTS_ACROSS : POINTS_ALONE), y: y && axis(y, y0, y1, POINTS_UP) };
  }, [file, x, y, x0, x1, y0, y1]);
  const asked = useJob(sweepJob, question);
  return { choice, asked, shown: latest(asked) };
}
