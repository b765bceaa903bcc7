import { getField, isOfCar, pathInCar, planFileOf, whyNeeded, type PlanFile } from '@puddler/core';
import { useAppDispatch } from '../../desk/store';
import { editCar, replaceCar } from '../../desk/edits';
import { AskRatio, useDirectAsked } from '../../in-hand/AskRatio';
import { FieldRow } from '../../in-hand/FieldRow';
import type { FieldSpec } from '../../in-hand/field-specs';
import { setFigure, takeFile } from '../../in-hand/plan-edits';
import { resolvedCar } from '../../in-hand/resolved-car';
import { firstPlan } from '../../in-hand/templates/templates';
import type { CarInHand } from '../../in-hand/use-car';

/** Rows of figures: the car's own, or those of the plan that is the car as bought. */
export function Fields({ inHand, specs }: { inHand: CarInHand; specs: readonly FieldSpec[] }) {
  const dispatch = useAppDispatch();
  const { id, car, stock } = inHand;
  const asPlan = stock && { id: stock.id, carId: id, car, plan: stock.plan, asBought: stock.plan, file: stock.file };
  const source = { car, ...stock?.plan };
  const origins = stock?.view.state === 'ready' ? stock.view.resolved.provenance : resolvedCar(car);
  const makeDirect = (made: PlanFile) => dispatch(asPlan ? takeFile(asPlan, made, 'direct drive') : replaceCar(id, made.car, 'direct drive'));
  const direct = useDirectAsked(stock?.file ?? planFileOf(car, firstPlan('Any')), makeDirect);
  const set = (spec: FieldSpec, value: unknown): string | undefined => {
    const needed = asPlan && value === undefined && !isOfCar(spec.path) ? whyNeeded(asPlan.plan, spec.path) : undefined;
    if (needed !== undefined || direct.asks(spec.path, value)) return needed;
    if (isOfCar(spec.path)) dispatch(editCar(id, pathInCar(spec.path), value, spec.label));
    else if (asPlan) dispatch(setFigure(asPlan, spec.path, value, spec.label));
    return undefined;
  };
  return (
    <>
      <div className="grid gap-x-8 md:grid-cols-2 [&>div]:!border-b">
        {specs.map((spec) => (
          <FieldRow
            key={spec.path}
            spec={spec}
            value={getField(source, spec.path)}
            origin={origins?.[spec.path]}
            onSet={(value) => set(spec, value)}
          />
        ))}
      </div>
      <AskRatio asked={direct} />
    </>
  );
}
