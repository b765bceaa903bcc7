import { getField, isOfCar, pathInCar, planFileOf, whyNotAlone, type PlanFile } from '@puddler/core';
import { useAppDispatch } from '../../document-store/store';
import { editCar, replaceCar } from '../../document-store/edits';
import { AskRatio, useDirectAsked } from '../../active/AskRatio';
import { FieldRow } from '../../active/FieldRow';
import type { FieldSpec } from '../../active/field-specs';
import { setFigure, setFiguresIn, takeFile } from '../../active/plan-edits';
import { resolvedCar } from '../../active/resolved-car';
import { firstPlan } from '../../active/templates/templates';
import type { ActiveCar } from '../../active/use-car';

/** Rows of figures: the car's own, or those of the plan that is the car as bought. */
export function Fields({ active, specs }: { active: ActiveCar; specs: readonly FieldSpec[] }) {
  const dispatch = useAppDispatch();
  const { id, car, stock } = active;
  const asPlan = stock && { id: stock.id, carId: id, car, plan: stock.plan, asBought: stock.plan, file: stock.file };
  const source = { car, ...stock?.plan };
  const origins = stock?.view.state === 'ready' ? stock.view.resolved.provenance : resolvedCar(car);
  const makeDirect = (made: PlanFile) => dispatch(asPlan ? takeFile(asPlan, made, 'direct drive') : replaceCar(id, made.car, 'direct drive'));
  const direct = useDirectAsked(stock?.file ?? planFileOf(car, firstPlan('Any')), makeDirect);
  const set = (spec: FieldSpec, value: unknown): string | undefined => {
    const problem = asPlan && !isOfCar(spec.path) ? whyNotAlone(asPlan.plan, spec.path, value) : undefined;
    if (problem !== undefined || direct.asks(spec.path, value)) return problem;
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
            {...(asPlan && { onText: (text: string) => dispatch(setFiguresIn(asPlan, spec.path, text)) })}
          />
        ))}
      </div>
      <AskRatio asked={direct} />
    </>
  );
}
