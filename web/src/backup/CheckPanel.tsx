import { capitalized } from '@puddler/core';
import { damageText, type CheckReport } from '@puddler/contract/shared';
import { SearchCheck } from 'lucide-react';
import { Button } from '../ui/Button';
import { VerdictMark } from '../ui/VerdictMark';
import { useCheck } from './use-check';

const MANY_SHOWN = 40;

/** Whether everything is as it was saved: what the last check found, and another one. */
export function CheckPanel({ className }: { className: string }) {
  const { state, check } = useCheck();
  return (
    <section aria-labelledby="check" className={className}>
      <h2 id="check" className="font-semibold">
        Is all of it whole?
      </h2>
      <p className="mt-1 mb-3 text-soft">Once a week, and when you ask, every document, photo and log is read against what was saved.</p>
      <Button icon={<SearchCheck size={15} />} disabled={state.at === 'reading'} onClick={check}>
        Check everything now
      </Button>
      <div className="mt-2 text-body" aria-live="polite">
        {state.at === 'reading' && <p className="text-soft">Reading everything …</p>}
        {state.at === 'none' && <p className="text-soft">Not checked yet.</p>}
        {state.at === 'failed' && (
          <p role="alert" className="text-stop">
            {state.message} Nothing was changed; try again.
          </p>
        )}
        {state.at === 'done' && <Report report={state.report} />}
      </div>
    </section>
  );
}

function Report({ report: { at, bad, documents, files } }: { report: CheckReport }) {
  return (
    <>
      <p className="flex items-baseline gap-1.5">
        <VerdictMark level={bad.length === 0 ? 'good' : 'stop'} silent />
        <span>
          {bad.length === 0 ? 'All whole' : `${bad.length} not as saved`} on{' '}
          {new Date(at).toLocaleString(undefined, { dateStyle: 'long', timeStyle: 'short' })}:{' '}
          <span className="text-soft">
            {documents} documents, {files} photos and logs read.
          </span>
        </span>
      </p>
      <ul className="mt-1">
        {bad.slice(0, MANY_SHOWN).map((one) => (
          <li key={`${one.kind} ${one.id} ${one.hash}`}>{capitalized(damageText(one))}.</li>
        ))}
      </ul>
      {bad.length > MANY_SHOWN && <p>and {bad.length - MANY_SHOWN} more</p>}
    </>
  );
}
