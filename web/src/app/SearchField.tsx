/** What the search looks like, before its code is here and after. */
export const SEARCH = {
  label: 'Find a car, a plan, a part or a command',
  overlay: 'fixed inset-0 z-40 bg-black/40',
  content:
    'fixed top-[14vh] left-1/2 z-50 w-dialog max-w-[calc(100vw-1.7rem)] -translate-x-1/2 overflow-hidden rounded-md border border-edge bg-sheet shadow-xl',
  input: 'w-full border-b border-rule bg-transparent px-4 py-3 text-lead outline-none placeholder:text-soft',
} as const;

export interface SearchProps {
  sought: string;
  /** Enter was pressed before the search was there: the first that is found is opened. */
  isSent: boolean;
  onSought: (sought: string) => void;
  onSent: () => void;
  onClose: () => void;
}

/** Takes the letters that are typed while the search is fetched: on the page below they would be shortcuts. */
export function SearchField({ sought, onSought, onSent, onClose }: SearchProps) {
  return (
    <>
      <div className={SEARCH.overlay} onClick={onClose} />
      <div role="dialog" aria-label={SEARCH.label} className={SEARCH.content}>
        <input
          autoFocus
          aria-label={SEARCH.label}
          className={SEARCH.input}
          placeholder={SEARCH.label}
          value={sought}
          onChange={(event) => onSought(event.target.value)}
          onKeyDown={({ key }) => {
            if (key === 'Escape') onClose();
            if (key === 'Enter') onSent();
          }}
        />
        <p className="px-4 py-3 text-soft">Fetching the search …</p>
      </div>
    </>
  );
}
