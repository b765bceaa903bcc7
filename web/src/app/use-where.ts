import { useLocation } from 'react-router';
import { benchOf, carOf, planOf } from '../document-store/selectors';
import { selectGarage } from '../document-store/select-garage';
import { useAppSelector } from '../document-store/store';
import { stationAt, type Station } from './stations';

/** The station, car and plan that the page is about. */
export interface Where {
  station: Station;
  car: { id: string; name: string } | undefined;
  plan: { id: string; name: string } | undefined;
  /** The plan that leads on from a car: the active one, or its newest that is not the car as bought. */
  planId: string | undefined;
}

export function useWhere(): Where {
  const { pathname } = useLocation();
  const { station, carId, planId } = stationAt(pathname);
  const entry = useAppSelector((state) => (planId ? planOf(state, planId) : undefined));
  const ofCar = entry?.carId ?? carId;
  const car = useAppSelector((state) => (ofCar ? carOf(state, ofCar) : undefined));
  const next = useAppSelector((state) => {
    if (!ofCar) return undefined;
    const plans = selectGarage(state).find(({ id }) => id === ofCar)?.plans ?? [];
    const stockId = benchOf(state, ofCar)?.stockPlanId;
    return (plans.filter((plan) => plan.id !== stockId).pop() ?? plans[0])?.id;
  });
  return {
    station,
    car: car && ofCar ? { id: ofCar, name: car.name } : undefined,
    plan: entry && planId ? { id: planId, name: entry.plan.name } : undefined,
    planId: planId ?? next,
  };
}
