import { useMemo, useState } from 'react';
import { useLocation } from 'react-router';
import { TERM_LIST, termText } from '../active/terms';
import { Input } from '../ui/Input';

/** Every word of the trade that Puddler uses, with what it means; the one in the address stands out. */
export default function Words() {
  const [sought, setSought] = useState('');
  const { hash } = useLocation();
  const wanted = decodeURIComponent(hash.slice(1));
  const shown = useMemo(() => {
    const words = sought.toLowerCase().split(/\s+/).filter(Boolean);
    return TERM_LIST.filter((term) => words.every((word) => termText(term).toLowerCase().includes(word)));
  }, [sought]);
  return (
    <main className="mx-auto max-w-reading px-6 pt-5 pb-10 max-sm:px-3">
      <div className="mb-2 flex flex-wrap items-end justify-between gap-3">
        <h1 className="wide text-head font-semibold">Words</h1>
        <Input
          type="search"
          aria-label="Find a word"
          placeholder="find a word"
          className="text-body"
          value={sought}
          onChange={(event) => setSought(event.target.value)}
        />
      </div>
      {shown.length === 0 && <p className="py-6 text-soft">No word like that is used here.</p>}
      <dl className="border-t border-ink">
        {shown.map(({ name, word, definition }) => (
          <div
            key={name}
            id={name}
            ref={(row) => {
              if (name === wanted) row?.scrollIntoView({ block: 'center' });
            }}
            className={`grid grid-cols-[11rem_1fr] gap-x-4 border-b border-rule py-1.5 max-sm:grid-cols-1 ${name === wanted ? 'bg-wash' : ''}`}
          >
            <dt className="font-semibold">{word}</dt>
            <dd className="text-body">{definition}</dd>
          </div>
        ))}
      </dl>
    </main>
  );
}
