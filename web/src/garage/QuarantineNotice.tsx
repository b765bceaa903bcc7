import { discardQuarantined } from '../document-store/unsaved';
import { useAppSelector, useAppStore } from '../document-store/store';
import { Button } from '../ui/Button';
import { download } from '../ui/download';

/** Edits that this browser kept and this release cannot read: which, why, and the way to save them as a file before they go. */
export function QuarantineNotice() {
  const edits = useAppSelector((state) => state.documentStore.quarantined);
  const store = useAppStore();
  if (edits.length === 0) return null;
  const save = () => download('puddler unreadable edits.json', 'application/json', JSON.stringify(edits, undefined, 2));
  return (
    <div role="alert" className="mb-4 border-l-4 border-caution bg-sheet px-4 py-2">
      <p>
        {edits.length === 1
          ? 'An edit that this browser kept cannot be read and is'
          : `${edits.length} edits that this browser kept cannot be read and are`}{' '}
        set aside; everything else is here.
      </p>
      <ul className="list-disc pl-5 text-body">
        {edits.map(({ key, name, why }) => (
          <li key={key}>
            {name}: <span className="text-soft">{why}</span>
          </li>
        ))}
      </ul>
      <p className="mt-1 flex gap-2">
        <Button onClick={save}>Save them as a file</Button>
        <Button tone="quiet" onClick={() => void discardQuarantined(store)}>
          Throw them away
        </Button>
      </p>
    </div>
  );
}
