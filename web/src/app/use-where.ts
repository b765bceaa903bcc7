import { useMatch } from 'react-router';
import { carOf, planOf, plansOfCar, benchOf } from '../desk/selectors';
import { useAppSelector } from '../desk/store';

/** The place, car and plan that the page is about. */
export interface Where {
  place: 'garage' | 'shelf' | 'compare' | 'car' | 'plan' | 'find';
  car: { id: string; name: string } | undefined;
  plan: { id: string; name: string } | undefined;
  /** The plan that leads on from a car: the one in hand, or its newest that is not the car as bought. */
  planId: string | undefined;
}

export function useWhere(): Where {
  const onPlan = useMatch('/plans/:planId')?.params.planId;
  const onFind = useMatch('/plans/:planId/find')?.params.planId;
  const planId = onPlan ?? onFind;
  const carId = useMatch('/cars/:carId')?.params.carId;
  const shelf = useMatch('/shelf') !== null;
  const compare = useMatch('/compare') !== null;
  const held = useAppSelector((state) => (planId ? planOf(state, planId) : undefined));
  const ofCar = held?.carId ?? carId;
  const car = useAppSelector((state) => (ofCar ? carOf(state, ofCar) : undefined));
  const next = useAppSelector((state) => {
    if (!ofCar) return undefined;
    const plans = plansOfCar(state, ofCar);
    const stockId = benchOf(state, ofCar)?.stockPlanId;
    return (plans.filter((plan) => plan.id !== stockId).pop() ?? plans[0])?.id;
  });
  return {
    place: onPlan ? 'plan' : onFind ? 'find' : carId ? 'car' : shelf ? 'shelf' : compare ? 'compare' : 'garage',
    car: car && ofCar ? { id: ofCar, name: car.name } : undefined,
    plan: held && planId ? { id: planId, name: held.plan.name } : undefined,
    planId: planId ?? next,
  };
}
