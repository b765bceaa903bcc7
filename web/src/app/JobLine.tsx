import type { JourneyStation, Mark } from '@puddler/core';
import { Link } from 'react-router';
import { Journeyed } from '../active/journey/Journeyed';
import { usePlan } from '../active/use-plan';
import { addressOf, STATIONS } from './stations';
import type { Where } from './use-where';

const ON_LINE = STATIONS.filter((station) => station.onLine);

const MARK_WORDS: Record<Mark, string> = { open: 'not yet', begun: 'begun', done: 'done' };

/** The stations of a car in order: the present one stands out, and a mark says of each whether it is done, begun or not yet. */
export function JobLine({ where }: { where: Where }) {
  const active = usePlan(where.planId ?? '');
  if (!where.car) return null;
  return active ? (
    <Journeyed active={active}>{(journey) => <Line where={where} marks={journey?.marks} />}</Journeyed>
  ) : (
    <Line where={where} marks={undefined} />
  );
}

function Line({ where, marks }: { where: Where; marks: Record<JourneyStation, Mark> | undefined }) {
  const at = ON_LINE.indexOf(where.station);
  return (
    <nav aria-label="Stations" className="ml-2 max-sm:order-last max-sm:ml-0 max-sm:basis-full">
      <ol className="flex items-center max-sm:justify-between">
        {ON_LINE.map((station, i) => {
          const to = addressOf(station, { carId: where.car?.id, planId: where.planId });
          if (!to) return null;
          const mark = marks?.[station.id as JourneyStation];
          return (
            <li key={station.id} className="flex items-center">
              {i > 0 && <span aria-hidden="true" className="h-px w-3 bg-edge max-sm:hidden xl:w-4" />}
              <Link
                to={to}
                aria-current={i === at ? 'step' : undefined}
                title={mark && `${station.name}: ${MARK_WORDS[mark]}`}
                className={`flex items-center gap-1.5 rounded-sm px-1.5 py-1 text-body hover:bg-wash max-sm:min-h-thumb max-sm:min-w-thumb max-sm:justify-center max-sm:px-0 ${i === at ? 'font-semibold' : 'text-soft hover:text-ink'}`}
              >
                <StationMark mark={mark ?? 'open'} isHere={i === at} />
                {station.name}
              </Link>
            </li>
          );
        })}
      </ol>
    </nav>
  );
}

/** Full: done. Half: begun. Empty: not yet. Ember where one is. */
function StationMark({ mark, isHere }: { mark: Mark; isHere: boolean }) {
  const stroke = isHere ? 'stroke-ember' : mark === 'open' ? 'stroke-edge' : 'stroke-ink';
  const fill = isHere ? 'fill-ember' : 'fill-ink';
  return (
    <svg viewBox="0 0 12 12" className={`size-3 ${isHere ? '' : 'max-sm:hidden'}`} aria-hidden="true">
      <path d="M6 0.7 11.3 6 6 11.3 0.7 6z" className={`${mark === 'done' ? fill : 'fill-paper'} ${stroke}`} />
      {mark === 'begun' && <path d="M0.7 6 6 11.3 11.3 6z" className={fill} />}
    </svg>
  );
}
