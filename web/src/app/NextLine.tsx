import { ArrowRight } from 'lucide-react';
import { Link } from 'react-router';
import type { NextStep } from '@puddler/core';
import { Journeyed } from '../in-hand/journey/Journeyed';
import { nextPath, nextText } from '../in-hand/journey/next-text';
import { usePlan, type PlanInHand } from '../in-hand/use-plan';
import { STATIONS } from './stations';
import type { Where } from './use-where';

/** What comes next for the plan in hand, at the foot of every station. */
export function NextLine({ where }: { where: Where }) {
  const inHand = usePlan(where.planId ?? '');
  return inHand ? (
    <Journeyed inHand={inHand}>{(journey) => journey && <Line inHand={inHand} station={where.station.id} next={journey.next} />}</Journeyed>
  ) : null;
}

function Line({ inHand, station, next }: { inHand: PlanInHand; station: string; next: NextStep }) {
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
            to={nextPath(next, inHand)}
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
