import { Link } from 'react-router';
import { addressOf, STATIONS } from './stations';
import type { Where } from './use-where';

const ON_LINE = STATIONS.filter((station) => station.onLine);

/** Where a car stands on its way: a line of stations, the present one filled. */
export function JobLine({ where }: { where: Where }) {
  if (!where.car) return null;
  const at = ON_LINE.indexOf(where.station);
  return (
    <nav aria-label="Stations" className="ml-2 max-sm:order-last max-sm:basis-full max-sm:pb-1.5">
      <ol className="flex items-center">
        {ON_LINE.map((station, i) => {
          const to = addressOf(station, { carId: where.car?.id, planId: where.planId });
          if (!to) return null;
          return (
            <li key={station.id} className="flex items-center">
              {i > 0 && <span aria-hidden="true" className={`h-px w-3 max-sm:w-1.5 xl:w-4 ${i <= at ? 'bg-ink' : 'bg-edge'}`} />}
              <Link
                to={to}
                aria-current={i === at ? 'step' : undefined}
                className={`flex items-center gap-1.5 rounded-sm px-1.5 py-1 text-[13px] hover:bg-wash max-sm:px-1 ${i === at ? 'font-semibold' : 'text-soft hover:text-ink'}`}
              >
                <svg viewBox="0 0 12 12" className={`size-3 ${i === at ? '' : 'max-sm:hidden'}`} aria-hidden="true">
                  <path
                    d="M6 0.7 11.3 6 6 11.3 0.7 6z"
                    className={i === at ? 'fill-ember stroke-ember' : i < at ? 'fill-ink stroke-ink' : 'fill-paper stroke-edge'}
                  />
                </svg>
                {station.name}
              </Link>
            </li>
          );
        })}
      </ol>
    </nav>
  );
}
