import { Link } from 'react-router';
import { useAppSelector } from '../desk/store';
import { STATIONS } from './stations';
import type { Where } from './use-where';

/** The two places outside a car's journey, and the way from them to where you are. */
export function Trail({ where: { station, car, plan } }: { where: Where }) {
  const pins = useAppSelector((state) => state.pins.length);
  const link = (to: string, name: string, here: boolean) => (
    <Link
      key={to}
      to={to}
      className={here ? 'py-1 font-semibold' : 'py-1 text-soft hover:text-ink hover:underline'}
      aria-current={here ? 'page' : undefined}
    >
      {name}
    </Link>
  );
  const slash = (
    <span className="text-edge" aria-hidden="true">
      /
    </span>
  );
  return (
    <nav aria-label="Where you are" className="flex min-w-0 items-center gap-2 truncate max-sm:order-last max-sm:basis-full max-sm:pb-1.5">
      {STATIONS.filter((one) => one.inTrail?.({ carId: car?.id, isHere: one === station, pins })).map((one) =>
        link(one.path, one.id === 'compare' && pins > 0 ? `${one.name} ${pins}` : one.name, one === station),
      )}
      {car && (
        <>
          {slash}
          <Link
            to={`/cars/${car.id}`}
            className={station.id === 'car' ? 'truncate py-1 font-semibold' : 'truncate py-1 text-soft hover:text-ink hover:underline'}
            aria-current={station.id === 'car' ? 'page' : undefined}
          >
            {car.name}
          </Link>
        </>
      )}
      {plan && (
        <>
          {slash}
          <span className="truncate font-semibold" aria-current="page">
            {plan.name}
          </span>
        </>
      )}
    </nav>
  );
}
