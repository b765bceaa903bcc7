import { rangeOf } from '@puddler/contract/shared';
import { getField, mayConvert, pathInCar, type CarPath } from '@puddler/core';
import { useAppDispatch, useAppSelector } from '../../document-store/store';
import type { FieldSpec } from '../../active/field-specs';
import { setAsBought } from '../../active/plan-edits';
import type { ActivePlan } from '../../active/use-plan';
import { wordFor } from '../../ui/words';
import { formatIn, unitOf } from '@puddler/figures';

/** Under a figure that the conversion changed: what the car was bought with, and the way back to it. */
export function AsBought({ active, spec }: { active: ActivePlan; spec: FieldSpec }) {
  const dispatch = useAppDispatch();
  const system = useAppSelector((state) => state.prefs.units);
  const { car, plan, file } = active;
  if (!plan.conversion || !mayConvert(spec.path)) return null;
  const path = pathInCar(spec.path as `car.${CarPath}`);
  if (getField(plan.conversion, path.split('.')[0]!) === undefined) return null;
  const bought = getField(car, path);
  const isWeight = spec.path === 'car.massKg';
  // A tyre is changed as a whole: what did not change of it needs no word.
  if (bought === getField(file, spec.path) && !isWeight) return null;
  const unit = unitOf(rangeOf(spec.path)?.unit ?? '', system);
  const words =
    typeof bought === 'number' ? `${formatIn(bought, unit)} ${unit.symbol}`.trim() : typeof bought === 'string' ? wordFor(bought) : 'not given';
  return (
    <p className="mt-0.5 text-right text-fine text-steel">
      {isWeight ? 'weighed in this setup' : 'changed by this plan'} · as bought {words} ·{' '}
      <button type="button" className="underline underline-offset-2" onClick={() => dispatch(setAsBought(active, spec.path, spec.label))}>
        {isWeight ? 'follow the parts again' : 'put back'}
      </button>
    </p>
  );
}
