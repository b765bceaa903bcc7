import { isTaken, type RestorePreview } from '@puddler/contract/shared';
import { useState } from 'react';
import { Button } from '../ui/Button';
import { Choice } from '../ui/Choice';
import { counted, grouped, STATE_WORDS } from './restore-text';

const NAMES_SHOWN = 12;

interface Props {
  preview: RestorePreview;
  onRestore: (takesUnsure: boolean) => void;
  onCancel: () => void;
}

/** What a checked backup would bring, before it does. */
export function Preview({ preview: { lines, madeAt, files, lost, unread, orphans }, onRestore, onCancel }: Props) {
  const [takesUnsure, setTakesUnsure] = useState(false);
  const taken = lines.filter((line) => isTaken(line, takesUnsure)).length;
  return (
    <section aria-labelledby="preview" className="border border-rule bg-sheet p-4">
      <h2 id="preview" className="font-semibold">
        A backup of {new Date(madeAt).toLocaleString(undefined, { dateStyle: 'long', timeStyle: 'short' })}
      </h2>
      <p className="text-soft">
        {lost + unread === 0 ? 'It is whole: ' : 'It holds '}
        {lines.length} documents and {files} {files === 1 ? 'photo or log' : 'photos and logs'}, each as it was saved.
      </p>
      {lost + unread > 0 && (
        <p className="text-caution">
          Not in it, for they were damaged or missing when it was made:{' '}
          {[
            lost > 0 && `${lost} ${lost === 1 ? 'photo or log' : 'photos and logs'}`,
            unread > 0 && `${unread} ${unread === 1 ? 'document' : 'documents'}`,
          ]
            .filter(Boolean)
            .join(' and ')}
          . An earlier backup may have them whole.
        </p>
      )}
      {orphans > 0 && (
        <p className="text-caution">
          {orphans} {orphans === 1 ? 'document in it belongs' : 'documents in it belong'} to one of these and {orphans === 1 ? 'is' : 'are'} left out:
          restore an earlier backup first, and then this one again.
        </p>
      )}
      <dl className="mt-3">
        {grouped(lines).map(({ state, kinds }) => (
          <div key={state} className="border-t border-rule py-2">
            <dt className="font-medium">{STATE_WORDS[state]}</dt>
            {kinds.map(({ kind, names }) => (
              <dd key={kind} className="text-body text-soft">
                <span className="text-ink">{counted(kind, names.length)}</span>: {names.slice(0, NAMES_SHOWN).join(', ')}
                {names.length > NAMES_SHOWN && ` and ${names.length - NAMES_SHOWN} more`}
              </dd>
            ))}
            {state === 'unsure' && (
              <dd className="mt-1 flex flex-wrap gap-1.5">
                <Choice on={!takesUnsure} onClick={() => setTakesUnsure(false)}>
                  Keep those here
                </Choice>
                <Choice on={takesUnsure} onClick={() => setTakesUnsure(true)}>
                  Take the backup’s
                </Choice>
              </dd>
            )}
          </div>
        ))}
      </dl>
      <div className="mt-3 flex justify-end gap-2">
        <Button onClick={onCancel}>{taken === 0 ? 'Close' : 'Leave all as it is'}</Button>
        {taken + files > 0 && (
          <Button tone={taken > 0 ? 'action' : 'plain'} onClick={() => onRestore(takesUnsure)}>
            {taken > 0 ? `Restore ${taken} ${taken === 1 ? 'document' : 'documents'}` : 'Repair photos and logs'}
          </Button>
        )}
      </div>
    </section>
  );
}
