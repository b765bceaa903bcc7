import type { FieldSpec } from '../../in-hand/field-specs';
import { useAppDispatch } from '../../desk/store';
import { editCar, replacePlan } from '../../desk/edits';
import { getField, isOfCar, pathInCar, whyNeeded, withField } from '@puddler/core';
import { resolvedCar } from '../../in-hand/resolved-car';
import { FieldRow } from '../../in-hand/FieldRow';
import type { CarInHand } from '../../in-hand/use-car';

/** Rows of figures: the car's own, or those of the plan that is the car as bought. */
export function Fields({ inHand, specs }: { inHand: CarInHand; specs: readonly FieldSpec[] }) {
  const dispatch = useAppDispatch();
  const { id, car, stock } = inHand;
  const source = { car, ...stock?.plan };
  const origins = stock?.view.state === 'ready' ? stock.view.resolved.provenance : resolvedCar(car);
  const set = (spec: FieldSpec, value: unknown): string | undefined => {
    if (isOfCar(spec.path)) dispatch(editCar(id, pathInCar(spec.path), value, spec.label));
    else if (stock) {
      const needed = value === undefined ? whyNeeded(stock.plan, spec.path) : undefined;
      if (needed !== undefined) return needed;
      dispatch(replacePlan(stock.id, withField(stock.plan, spec.path, value), spec.label));
    }
    return undefined;
  };
  return (
    <div className="grid gap-x-8 md:grid-cols-2 [&>div]:!border-b">
      {specs.map((spec) => (
        <FieldRow key={spec.path} spec={spec} value={getField(source, spec.path)} origin={origins?.[spec.path]} onSet={(value) => set(spec, value)} />
      ))}
    </div>
  );
}
