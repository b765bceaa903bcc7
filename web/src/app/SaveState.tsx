import { selectSaveStatus, selectWaiting, type SaveStatus } from '../document-store/selectors';
import { useAppSelector } from '../document-store/store';

const WORDS: Record<SaveStatus, { text: string; tone: string; mark: string }> = {
  saved: { text: 'Saved', tone: 'text-soft', mark: '●' },
  saving: { text: 'Saving', tone: 'text-soft', mark: '◐' },
  offline: { text: 'no server', tone: 'text-stop', mark: '▲' },
  failing: { text: 'Not saved', tone: 'text-stop', mark: '▲' },
  conflict: { text: 'Changed elsewhere', tone: 'text-caution', mark: '◆' },
  refused: { text: 'Not saved', tone: 'text-stop', mark: '▲' },
};

/** Whether what was typed is safe. */
export function SaveState() {
  const status = useAppSelector(selectSaveStatus);
  const sync = useAppSelector((state) => state.documentStore.sync);
  const waiting = useAppSelector(selectWaiting);
  const { text, tone, mark } = WORDS[status];
  const why = status === 'failing' && sync.state === 'failing' ? sync.message : undefined;
  return (
    <span role="status" data-status={status} title={why} className={`mr-2 text-small whitespace-nowrap ${tone}`}>
      <span aria-hidden="true">{mark} </span>
      {status === 'offline' && `${waiting} waiting: `}
      {text}
      {why && <span className="sr-only">: {why}</span>}
    </span>
  );
}
