import { DEFAULT_LIMITS, type NotJudged } from '@puddler/core';
import { CircleHelp } from 'lucide-react';

/** So many stand in sight: what burns first. */
const IN_SIGHT = 2;

/** What nobody gave, and so was not judged: never the same as “nothing wrong”. */
export function NotJudgedList({ unjudged }: { unjudged: readonly NotJudged[] }) {
  if (unjudged.length === 0) return null;
  const first = unjudged.slice(0, IN_SIGHT).map(({ missing }) => missing);
  return (
    <details className="mt-2 text-small">
      <summary className="cursor-pointer max-sm:py-3.5">
        <CircleHelp size={13} className="mr-1.5 inline align-text-bottom text-soft" aria-hidden="true" />
        <strong className="font-semibold">Not known, and not judged:</strong> {first.join('; ')}
        {unjudged.length > IN_SIGHT && <span className="text-soft"> and {unjudged.length - IN_SIGHT} more</span>}
      </summary>
      <ul className="mt-1 pl-5">
        {unjudged.map(({ id, missing }) => (
          <li key={id} className="border-b border-rule py-1 last:border-0">
            {missing} <span className="text-soft">(for {DEFAULT_LIMITS[id].what})</span>
          </li>
        ))}
      </ul>
    </details>
  );
}
