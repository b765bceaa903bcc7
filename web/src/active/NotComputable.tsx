import { Link } from 'react-router';

/** A plan that cannot be computed gives a station nothing to work on: why, and the way to correct it. */
export function NotComputable({ planId, why, so }: { planId: string; why: string; so: string }) {
  return (
    <main className="mx-auto max-w-reading px-6 py-14 max-sm:px-3">
      <p role="alert" className="border-l-4 border-stop bg-sheet px-4 py-3">
        <strong>This plan cannot be computed, so {so}.</strong> {why}.{' '}
        <Link to={`/plans/${planId}`} className="underline decoration-edge underline-offset-4">
          Correct the figure in Plan
        </Link>
        , or undo.
      </p>
    </main>
  );
}
