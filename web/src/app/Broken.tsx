import type { FallbackProps } from 'react-error-boundary';

/** What is left when a view fails to draw. What was typed is in the document store and in the browser's store. */
export function Broken({ error }: FallbackProps) {
  return (
    <main className="mx-auto max-w-xl px-6 py-20">
      <h1 className="wide text-head font-semibold">This view could not be drawn</h1>
      <p className="mt-2 text-soft">Nothing you typed is lost. Load the page again; if it happens again, this line helps to repair it:</p>
      <pre className="mt-4 overflow-x-auto border border-rule bg-sheet p-3 text-small">{error instanceof Error ? error.message : String(error)}</pre>
      <a href="/" className="mt-4 inline-block underline">
        Load the Garage
      </a>
    </main>
  );
}
