import { Link } from 'react-router';
import type { CarHere } from './use-car-here';

/** Stands in for a plan that is not there, or not there yet. */
export function NoSuchPlan({ here }: { here: CarHere }) {
  return (
    <main className="mx-auto max-w-page px-6 py-16 text-center text-soft">
      {here === 'waiting' && <p>Fetching the car …</p>}
      {here === 'away' && <p>The server does not answer. It is asked again every few seconds.</p>}
      {(here === 'here' || here === 'missing') && (
        <>
          <p className="text-title text-ink">There is no such plan.</p>
          <p className="mt-1">It may have been deleted; Ctrl+Z brings it back if you did that here.</p>
          <Link to="/" className="mt-4 inline-block underline">
            Go to the Garage
          </Link>
        </>
      )}
    </main>
  );
}
