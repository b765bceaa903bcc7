import { LINE_STATES, MOST_LINES, type Purchase } from '@puddler/contract/shared';
import { stepPinions, type BuyGroup, type Ladder, type ListLine, type PlanFile, type StepPinions } from '@puddler/core';
import { useMemo } from 'react';
import { editPurchase, partArrived } from '../../document-store/noted-edits';
import { benchOf, partOf, purchaseOf, selectShelf } from '../../document-store/selectors';
import { useAppDispatch, useAppSelector } from '../../document-store/store';
import { useLadderQuestion } from '../../active/ladder-question';
import { useRunTerms } from '../../active/run-terms';
import type { ActivePlan } from '../../active/use-plan';
import { latest, type Asked } from '../../jobs/asked';
import { useLadder } from '../../jobs/ladder-jobs';
import { partialsJob } from '../../jobs/plan-jobs';
import { useJob } from '../../jobs/use-job';
import type { BuyAnswer, PartialsQuestion } from '../../workers/plan-worker';
import { withNote, type BuyRow, type RowState } from '../../active/noted/buy-rows';
import { buyView, type BuyView } from './buy-view';
import { newId } from '@puddler/contract/shared';

const NO_LINES: readonly ListLine[] = [];

/** The parts list of a plan with what is noted, and everything that can be done with it. */
export interface Buying {
  asked: Asked<BuyAnswer>;
  /** The newest list there is. */
  answer: BuyAnswer | undefined;
  view: BuyView | undefined;
  /** The ladder to the plan, and what its steps ask of the list. */
  ladder: Asked<Ladder>;
  steps: StepPinions | undefined;
  purchase: Purchase;
  stock: PlanFile | undefined;
  /** Changes what is noted, as one undo. */
  change: (change: (noted: Purchase) => Purchase, label: string, joins?: string) => void;
  setState: (row: BuyRow, state: RowState) => void;
  /** All of these are there, as one undo. */
  haveAll: (rows: readonly BuyRow[]) => void;
  note: (row: BuyRow, change: Parameters<typeof withNote>[2], label: string) => void;
  add: (what: string, group: BuyGroup, count: number, price: number | undefined) => void;
  isFull: boolean;
}

export function useBuy(active: ActivePlan): Buying {
  const { id, carId, file, plan } = active;
  const dispatch = useAppDispatch();
  const { limits, stock } = useRunTerms(carId, plan.limits);
  const shelf = useAppSelector(selectShelf);
  const radio = useAppSelector((state) => benchOf(state, carId)?.radio);
  const purchase = useAppSelector((state) => purchaseOf(state, id));
  const question = useMemo<PartialsQuestion>(
    () => ({
      plan: file,
      options: {
        stock,
        limits,
        shelf: shelf.filter(({ part }) => part.status !== 'worn-out'),
        receiverInEsc: radio?.inEsc,
        failsafe: radio?.failsafe,
      },
    }),
    [file, stock, limits, shelf, radio],
  );
  const asked = useJob(partialsJob, question);
  const answer = latest(asked);
  const { question: toLadder } = useLadderQuestion(active);
  const ladder = useLadder(toLadder);
  const steps = useMemo(() => (ladder.state === 'ready' ? stepPinions(file, stock, ladder.value, shelf) : undefined), [ladder, file, stock, shelf]);
  const view = useMemo(() => answer && buyView(answer, steps?.lines ?? NO_LINES, purchase), [answer, steps, purchase]);
  const change: Buying['change'] = (make, label, joins) => dispatch(editPurchase(id, make, label, joins));
  return {
    asked,
    answer,
    view,
    ladder,
    steps,
    purchase,
    stock,
    change,
    setState: (row, state) => {
      const label = `${row.line.what}: ${state}`;
      const kept = LINE_STATES.find((one) => one === state);
      const make = (noted: Purchase) => withNote(noted, row.id, { state: kept });
      if (state === 'arrived' && row.state !== 'arrived') dispatch(arrival(id, row, make, label));
      else change(make, label);
    },
    haveAll: (rows) =>
      change((noted) => rows.reduce((sofar, { id: line }) => withNote(sofar, line, { state: 'have' }), noted), `${rows.length} lines: have`),
    note: (row, what, label) => change((noted) => withNote(noted, row.id, what), label, `${row.id} ${label}`),
    add: (what, group, count, price) =>
      change((noted) => {
        const own = { id: newId(), what, count, group };
        const added = { ...noted, own: [...noted.own, own] };
        return price === undefined ? added : withNote(added, own.id, { price });
      }, `new line ${what}`),
    isFull: purchase.own.length >= MOST_LINES,
  };
}

/** A line that arrives puts its part on the shelf: the one that was considered becomes owned, or a new one stands there. */
function arrival(planId: string, row: BuyRow, make: (noted: Purchase) => Purchase, label: string): ReturnType<typeof editPurchase> {
  return (dispatch, getState) => {
    const { offer, part, count, have } = row.line;
    const missing = count - have.length;
    const considered = offer && partOf(getState(), offer.id);
    const others = (offer?.with ?? []).flatMap((id) => ({ id, part: partOf(getState(), id) }));
    // What was paid for a kit is shared by its parts.
    const price = row.each === undefined ? {} : { price: row.each / (1 + others.length) };
    const model = considered ?? part;
    const ids = model ? Array.from({ length: missing }, (_, i) => (i === 0 && considered ? offer.id : newId())) : [];
    dispatch(
      partArrived(
        planId,
        make,
        [...ids.map((id) => ({ id, part: model })), ...others].flatMap(({ id, part }) =>
          part ? [{ id, part: { ...part, ...price, status: 'owned' as const } }] : [],
        ),
        label,
      ),
    );
  };
}
