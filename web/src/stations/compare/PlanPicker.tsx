import { nameOf, togglePlanPin } from '../../in-hand/pinning';
import { selectGarage } from '../../desk/selectors';
import { useAppDispatch, useAppSelector } from '../../desk/store';

/** Any plan of any car, to pin it. */
export function PlanPicker() {
  const dispatch = useAppDispatch();
  const garage = useAppSelector(selectGarage);
  const pins = useAppSelector((state) => state.pins);
  const taken = new Set(pins.map((pin) => pin.planId));
  return (
    <select
      aria-label="Pin another plan"
      className="h-8 w-72 max-w-full rounded-sm border border-edge bg-sheet px-1.5 text-[13px] max-sm:h-thumb"
      value=""
      onChange={(event) => event.target.value && dispatch(togglePlanPin(event.target.value))}
    >
      <option value="">+ a plan or a car as bought …</option>
      {garage.map(({ id, car, bench, plans }) => (
        <optgroup key={id} label={car.name}>
          {plans.map((plan) => (
            <option key={plan.id} value={plan.id} disabled={taken.has(plan.id)}>
              {nameOf(car.name, plan.plan.name)}
              {bench.stockPlanId === plan.id ? ' (as bought)' : ''}
            </option>
          ))}
        </optgroup>
      ))}
    </select>
  );
}
