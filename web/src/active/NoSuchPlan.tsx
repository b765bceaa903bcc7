import { Link } from 'react-router';

/** Stands in for a plan that is not there, or not there yet. */
export function NoSuchPlan({ loaded }: { loaded: 'loading' | 'ready' | 'failed' }) {
  return (
    <main className="mx-auto max-w-page px-6 py-16 text-center text-soft">
      {loaded === 'loading' && <p>Fetching the garage …</p>}
      {loaded === 'failed' && <p>The server does not answer. It is asked again every few seconds.</p>}
      {loaded === 'ready' && (
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
