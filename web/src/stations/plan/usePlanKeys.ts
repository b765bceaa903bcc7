import { useHotkeys } from 'react-hotkeys-hook';
import { togglePlanPin } from '../../in-hand/pinning';
import { useAppDispatch } from '../../desk/store';
import { setFigure } from '../../in-hand/plan-edits';
import { figureOf, stepFor } from './steps';
import type { PlanInHand } from '../../in-hand/use-plan';
import type { FigurePath } from '@puddler/core';

/** What each key steps, by the character typed so that it holds on every keyboard layout. */
const STEPS: Record<string, { path: FigurePath; by: number }> = {
  '[': { path: 'gearing.pinion', by: -1 },
  ']': { path: 'gearing.pinion', by: 1 },
  '{': { path: 'gearing.spur', by: -1 },
  '}': { path: 'gearing.spur', by: 1 },
  ',': { path: 'packs[0].cells', by: -1 },
  '.': { path: 'packs[0].cells', by: 1 },
};

/** Keys of the Plan station: `[` `]` pinion, `{` `}` spur, `,` `.` cells, `p` pin. */
export function usePlanKeys(inHand: PlanInHand): void {
  const dispatch = useAppDispatch();

  useHotkeys(
    '*',
    (event) => {
      if (event.ctrlKey || event.metaKey || event.altKey) return;
      if (event.key === 'p') {
        dispatch(togglePlanPin(inHand.id));
        return;
      }
      const key = STEPS[event.key];
      const step = key && stepFor(inHand.file, key.path);
      if (!key || !step) return;
      event.preventDefault();
      const next = figureOf(inHand.file, key.path) + key.by;
      if (next < step.range.min || next > step.range.max) return;
      dispatch(setFigure(inHand, key.path, next, step.label));
    },
    {},
    [inHand, dispatch],
  );
}
