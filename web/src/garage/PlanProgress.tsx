import { Link } from 'react-router';
import { Journeyed } from '../active/journey/Journeyed';
import { nextPath, nextText } from '../active/journey/next-text';
import type { ActivePlan } from '../active/use-plan';

/** How far a plan is and what comes next: “3 of 9 parts · 12 of 21 steps · Next: get the 6 lines of the list that are missing”. */
export function PlanProgress({ active }: { active: ActivePlan }) {
  const { id } = active;
  return (
    <Journeyed active={active}>
      {(journey) =>
        // Its height is there before it is known.
        journey ? (
          <span className="flex flex-wrap gap-x-2 text-fine leading-tight text-soft">
            {journey.parts.isBegun && (
              <Link to={`/plans/${id}/buy`} className="hit whitespace-nowrap hover:text-ink hover:underline">
                {journey.parts.had} of {journey.parts.of} parts
              </Link>
            )}
            {journey.steps.isNoted && (
              <Link to={`/plans/${id}/fit`} className="hit whitespace-nowrap hover:text-ink hover:underline">
                {journey.steps.done} of {journey.steps.of} steps
              </Link>
            )}
            <Link to={nextPath(journey.next, active)} className="hit min-w-0 truncate hover:text-ink hover:underline" title={nextText(journey.next)}>
              Next: {nextText(journey.next)}
            </Link>
          </span>
        ) : (
          <span className="block h-4" />
        )
      }
    </Journeyed>
  );
}
