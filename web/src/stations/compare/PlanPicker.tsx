import { nameOf, pinPlanOfAnyCar } from '../../active/pinning';
import { selectGarage } from '../../document-store/select-garage';
import { useAppDispatch, useAppSelector } from '../../document-store/store';
import { Select } from '../../ui/Select';

/** Any plan of any car, to pin it. */
export function PlanPicker() {
  const dispatch = useAppDispatch();
  const garage = useAppSelector(selectGarage);
  const pins = useAppSelector((state) => state.pins);
  const taken = new Set(pins.map((pin) => pin.planId));
  return (
    <Select
      aria-label="Pin another plan"
      className="w-72 max-w-full text-body"
      value=""
      onChange={(event) => event.target.value && void dispatch(pinPlanOfAnyCar(event.target.value))}
    >
      <option value="">+ a plan or a car as bought …</option>
      {garage.map(({ id, car, bench, plans }) => (
        <optgroup key={id} label={car.name}>
          {plans.map((plan) => (
            <option key={plan.id} value={plan.id} disabled={taken.has(plan.id)}>
              {nameOf(car.name, plan.name)}
              {bench.stockPlanId === plan.id ? ' (as bought)' : ''}
            </option>
          ))}
        </optgroup>
      ))}
    </Select>
  );
}
