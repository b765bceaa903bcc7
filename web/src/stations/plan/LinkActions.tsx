import { MOST_PACKS } from '@puddler/contract/shared';
import { withPackAdded, withPackRemoved } from '@puddler/core';
import { useAppDispatch } from '../../document-store/store';
import { replacePlan } from '../../document-store/edits';
import { Button } from '../../ui/Button';
import type { ActivePlan } from '../../active/use-plan';
import { Select } from '../../ui/Select';

/** What a pack drawer offers beside its figures. */
export function PackActions({ active: { id, plan } }: { active: ActivePlan }) {
  const dispatch = useAppDispatch();
  const many = plan.packs.length > 1;
  return (
    <div className="mt-3 flex flex-wrap items-center gap-2">
      {many && (
        <label className="flex items-center gap-2">
          Wired
          <Select
            value={plan.packWiring ?? 'series'}
            onChange={(event) => dispatch(replacePlan(id, { ...plan, packWiring: event.target.value as 'series' | 'parallel' }, 'pack wiring'))}
          >
            <option value="series">in series</option>
            <option value="parallel">in parallel</option>
          </Select>
        </label>
      )}
      {plan.packs.length < MOST_PACKS && (
        <Button onClick={() => dispatch(replacePlan(id, withPackAdded(plan), 'add a pack'))}>Add a pack like it</Button>
      )}
      {many && (
        <Button onClick={() => dispatch(replacePlan(id, withPackRemoved(plan, plan.packs.length - 1), 'remove a pack'))}>Remove the last</Button>
      )}
    </div>
  );
}
