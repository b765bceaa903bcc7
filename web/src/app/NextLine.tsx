import { ArrowRight } from 'lucide-react';
import { Link } from 'react-router';
import type { NextStep } from '@puddler/core';
import { Journeyed } from '../active/journey/Journeyed';
import { nextPath, nextText } from '../active/journey/next-text';
import { usePlan, type ActivePlan } from '../active/use-plan';
import { STATIONS } from './stations';
import type { Where } from './use-where';

/** What comes next for the active plan, at the foot of every station. */
export function NextLine({ where }: { where: Where }) {
  const active = usePlan(where.planId ?? '');
  return active ? (
    <Journeyed active={active}>{(journey) => journey && <Line active={active} station={where.station.id} next={journey.next} />}</Journeyed>
  ) : null;
}

function Line({ active, station, next }: { active: ActivePlan; station: string; next: NextStep }) {
  const there = STATIONS.find((one) => one.id === next.station)!;
  const text = nextText(next);
  return (
    <aside aria-label="What comes next" className="sticky bottom-0 z-10 border-t border-rule bg-sheet max-sm:static max-sm:mb-14 print:hidden">
      <p className="mx-auto flex min-h-8 max-w-page items-center gap-2 px-6 py-1 text-body max-sm:px-3">
        <span className="min-w-0 sm:truncate" title={text}>
          <strong className="font-semibold">Next:</strong> {text}
        </span>
        {station !== next.station && (
          <Link
            to={nextPath(next, active)}
            aria-label={`Next: ${there.name}`}
            className="hit inline-flex shrink-0 items-center gap-1 text-steel max-sm:min-h-thumb max-sm:min-w-thumb underline underline-offset-2"
          >
            {there.name}
            <ArrowRight size={13} aria-hidden="true" />
          </Link>
        )}
      </p>
    </aside>
  );
}
