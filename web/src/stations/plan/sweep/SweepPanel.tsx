import { sweepEdits, type Limits } from '@puddler/core';
import { useAppDispatch } from '../../../document-store/store';
import { applyEdits } from '../../../active/plan-edits';
import type { ActivePlan } from '../../../active/use-plan';
import type { SweepAxis } from '../../../workers/plan-worker';
import { Failed } from '../../../ui/Failed';
import { SweepControls } from './SweepControls';
import { SweepCurves } from './SweepCurves';
import { SweepMap } from './SweepMap';
import { SWEPT_WORDS, thirdOf } from './sweep-specs';
import { ALWAYS, useSweep } from './use-sweep';

/** One or two figures over a range: curves of what they change, or a map with the limits as borders. A click takes a point into the plan. */
export function SweepPanel({ active, limits }: { active: ActivePlan; limits: Limits }) {
  const dispatch = useAppDispatch();
  const { file } = active;
  const sweep = useSweep(file);
  const { shown, asked, choice } = sweep;
  const take = (...places: [SweepAxis, number][]) => {
    const edits = places.flatMap(([{ swept, values }, place]) => sweepEdits(file, swept, values[place]!));
    dispatch(applyEdits(active, edits, `${places.map(([{ swept }]) => SWEPT_WORDS[swept]).join(' and ')} from the sweep`));
  };
  const shared = { file, limits, stale: asked.state !== 'ready' };
  return (
    <>
      <SweepControls sweep={sweep} />
      {asked.state === 'failed' && <Failed what="The range could not be driven" reason={asked.reason} onRetry={asked.retry} />}
      {!shown && asked.state === 'waiting' && <p className="py-10 text-center text-soft">Driving through the range …</p>}
      {shown && !shown.y && (
        <SweepCurves whole={shown} third={thirdOf(choice.answer, ALWAYS)} onTake={(place) => take([shown.x, place])} {...shared} />
      )}
      {shown?.y && (
        <SweepMap whole={shown} y={shown.y} answer={choice.answer} onTake={(across, up) => take([shown.x, across], [shown.y!, up])} {...shared} />
      )}
    </>
  );
}
