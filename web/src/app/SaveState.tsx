import { selectSaveStatus, type SaveStatus } from '../data/selectors';
import { useAppSelector } from './store';

const WORDS: Record<SaveStatus, { text: string; tone: string; mark: string }> = {
  saved: { text: 'Saved', tone: 'text-soft', mark: '●' },
  saving: { text: 'Saving', tone: 'text-soft', mark: '◐' },
  offline: { text: 'Not saved: no server', tone: 'text-stop', mark: '▲' },
  conflict: { text: 'Changed elsewhere', tone: 'text-caution', mark: '◆' },
  refused: { text: 'Not saved', tone: 'text-stop', mark: '▲' },
};

/** Whether what was typed is safe. */
export function SaveState() {
  const status = useAppSelector(selectSaveStatus);
  const { text, tone, mark } = WORDS[status];
  return (
    <span role="status" data-status={status} className={`mr-2 text-[12.5px] whitespace-nowrap ${tone}`}>
      <span aria-hidden="true">{mark} </span>
      {text}
    </span>
  );
}
