import type { LearnedFigures } from '@puddler/core';
import { Link } from 'react-router';
import { runsText } from './runs-text';

/** Says that figures are the car’s own, taught by its runs, and leads to them; nothing where they are not. */
export function LearnedNote({
  learned,
  planId,
  className = '',
}: {
  learned: LearnedFigures | undefined;
  planId: string | undefined;
  className?: string;
}) {
  if (!learned) return null;
  const text = `learned from ${runsText(learned.from.length)}`;
  return (
    <p className={`text-small text-soft ${className}`}>
      <span aria-hidden="true">◉ </span>
      {planId === undefined ? (
        text
      ) : (
        <Link to={`/plans/${planId}/log`} className="hit underline-offset-2 hover:text-ink hover:underline">
          {text}
        </Link>
      )}
    </p>
  );
}
