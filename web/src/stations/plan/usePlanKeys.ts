import { useHotkeys } from 'react-hotkeys-hook';
import { togglePlanPin } from '../../active/pinning';
import { useAppDispatch } from '../../document-store/store';
import { setFigure } from '../../active/plan-edits';
import { figureOf, stepFor } from './steps';
import type { ActivePlan } from '../../active/use-plan';
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
export function usePlanKeys(active: ActivePlan): void {
  const dispatch = useAppDispatch();

  useHotkeys(
    '*',
    (event) => {
      if (event.ctrlKey || event.metaKey || event.altKey) return;
      if (event.key === 'p') {
        dispatch(togglePlanPin(active.id));
        return;
      }
      const key = STEPS[event.key];
      const step = key && stepFor(active.file, key.path);
      if (!key || !step) return;
      event.preventDefault();
      const next = figureOf(active.file, key.path) + key.by;
      if (next < step.range.min || next > step.range.max) return;
      dispatch(setFigure(active, key.path, next, step.label));
    },
    {},
    [active, dispatch],
  );
}
