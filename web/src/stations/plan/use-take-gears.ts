import { useAppDispatch } from '../../document-store/store';
import { applyEdits } from '../../active/plan-edits';
import type { ActivePlan } from '../../active/use-plan';

/** Puts a pair of gears into the plan, as one undo. */
export function useTakeGears(active: ActivePlan) {
  const dispatch = useAppDispatch();
  return (pinion: number, spur: number) =>
    dispatch(
      applyEdits(
        active,
        [
          { path: 'gearing.pinion', value: pinion },
          { path: 'gearing.spur', value: spur },
        ],
        `gears ${pinion} / ${spur}`,
      ),
    );
}
