import { useAppDispatch } from '../../desk/store';
import { applyEdits } from '../../in-hand/plan-edits';
import type { PlanInHand } from '../../in-hand/use-plan';

/** Puts a pair of gears into the plan, as one undo. */
export function useTakeGears(inHand: PlanInHand) {
  const dispatch = useAppDispatch();
  return (pinion: number, spur: number) =>
    dispatch(
      applyEdits(
        inHand,
        [
          { path: 'gearing.pinion', value: pinion },
          { path: 'gearing.spur', value: spur },
        ],
        `gears ${pinion} / ${spur}`,
      ),
    );
}
