import { Link } from 'react-router';
import { useAppSelector } from '../document-store/store';
import { STATIONS } from './stations';
import type { Where } from './use-where';

/** A name in the trail; a thumb finds it on a phone. */
const PLACE = 'py-1 max-sm:inline-flex max-sm:min-h-thumb max-sm:min-w-thumb max-sm:items-center';

/** The two places outside a car's journey, and the way from them to where you are. */
export function Trail({ where: { station, car, plan } }: { where: Where }) {
  const pins = useAppSelector((state) => state.pins.length);
  const link = (to: string, name: string, here: boolean) => (
    <Link
      key={to}
      to={to}
      className={here ? `${PLACE} font-semibold` : `${PLACE} text-soft hover:text-ink hover:underline`}
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
    <nav aria-label="Where you are" className="flex min-w-0 items-center gap-2 truncate max-sm:order-last max-sm:basis-full">
      {STATIONS.filter((one) => one.inTrail?.({ carId: car?.id, isHere: one === station, pins })).map((one) =>
        link(one.path, one.id === 'compare' && pins > 0 ? `${one.name} ${pins}` : one.name, one === station),
      )}
      {car && (
        <>
          {slash}
          <Link
            to={`/cars/${car.id}`}
            className={station.id === 'car' ? `truncate ${PLACE} font-semibold` : `truncate ${PLACE} text-soft hover:text-ink hover:underline`}
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
