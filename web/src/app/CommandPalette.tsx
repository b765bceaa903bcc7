import { Command } from 'cmdk';
import { group } from 'd3-array';
import { useEffect, useMemo, useRef } from 'react';
import { useNavigate } from 'react-router';
import { redone } from '../document-store/document-store-slice';
import { takeBack } from '../document-store/undoable';
import { isHere } from '../document-store/is-here';
import { selectShelf, type StoredPart } from '../document-store/selectors';
import { selectGarage } from '../document-store/select-garage';
import { searchText, summary } from '../active/part-text';
import { TERM_LIST, termText } from '../active/terms';
import { themeSwapped, unitsSwapped } from '../document-store/prefs-slice';
import { useAppDispatch, useAppSelector } from '../document-store/store';
import { BENCH_STEPS, type BenchStep } from '../stations/car/car-fields';
import { SEARCH, type SearchProps } from './SearchField';
import { addressOf, STATIONS } from './stations';
import { useWhere } from './use-where';

const ITEM = 'flex cursor-pointer items-center justify-between gap-3 rounded-sm px-3 py-2 data-[selected=true]:bg-wash';

/** What an item is found by, and behind a mark what tells it from others of the same name. */
const MARK = '\u0000';
const named = (text: string, id: string) => `${text}${MARK}${id}`;

/** Ranks an item for what was typed: 0 unless its text contains every word, higher where it begins with the first of them. */
function rank(value: string, search: string): number {
  const text = value.split(MARK)[0]!.toLowerCase();
  const words = wordsOf(search);
  if (!hasAll(text, words)) return 0;
  return text.startsWith(words[0] ?? '') ? 1 : 0.5;
}

/** Parts and words show once this much is typed. */
const MANY_FROM = 2;
/** No more of a kind than one looks through; each takes a millisecond to draw. */
const MOST_SHOWN = 20;

const wordsOf = (sought: string): string[] => sought.toLowerCase().split(/\s+/).filter(Boolean);

const hasAll = (text: string, words: readonly string[]): boolean => words.every((word) => text.includes(word));

/** The first of what has all words, what begins with the first word before others. */
function firstWith<T extends { text: string }>(all: readonly T[], words: readonly string[]): { shown: T[]; more: number } {
  const found = all.filter(({ text }) => hasAll(text, words));
  const begins = ({ text }: T) => text.startsWith(words[0] ?? '');
  return {
    shown: [...found.filter(begins), ...found.filter((one) => !begins(one))].slice(0, MOST_SHOWN),
    more: Math.max(0, found.length - MOST_SHOWN),
  };
}

/** The words that were typed, where they are enough to look among many. */
function soughtWords(sought: string): string[] | undefined {
  return sought.trim().length < MANY_FROM ? undefined : wordsOf(sought);
}

const SELECTED = '[role=option][aria-selected=true]';
/** So long is waited for it [frames]. */
const MOST_FRAMES = 60;

/** Finds cars, plans, parts and commands by typing. */
export default function CommandPalette({ sought, isSent, onSought, onSent, onClose }: SearchProps) {
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const { car, planId } = useWhere();
  const list = useRef<HTMLDivElement>(null);
  useEffect(() => {
    let frame = 0;
    // What is found is sorted and the first of it selected by the next frame, on a busy machine some frames later.
    const openSelected = (framesLeft: number) => {
      const selected = list.current?.querySelector<HTMLElement>(SELECTED);
      if (selected) selected.click();
      else if (framesLeft > 0) frame = requestAnimationFrame(() => openSelected(framesLeft - 1));
    };
    if (isSent) frame = requestAnimationFrame(() => openSelected(MOST_FRAMES));
    return () => cancelAnimationFrame(frame);
  }, [isSent]);
  const run = (act: () => void) => () => {
    onClose();
    act();
  };
  const open = (to: string) => run(() => void navigate(to));
  const commands: [string, string, () => void][] = [
    ['Undo', 'Ctrl+Z', () => dispatch(takeBack())],
    ['Redo', 'Ctrl+Shift+Z', () => dispatch(redone({ at: Date.now() }))],
    ['Swap units', 'u', () => dispatch(unitsSwapped())],
    ['Swap light, dark and sunlight', '', () => dispatch(themeSwapped())],
  ];
  return (
    <Command.Dialog
      open
      filter={rank}
      onOpenChange={(open) => !open && onClose()}
      label={SEARCH.label}
      overlayClassName={SEARCH.overlay}
      contentClassName={SEARCH.content}
    >
      <Command.Input
        autoFocus
        value={sought}
        onValueChange={onSought}
        // The dialog listens for Escape only some time after it is seen.
        onKeyDown={({ key }) => {
          if (key === 'Escape') onClose();
          if (key === 'Enter' && !list.current?.querySelector(SELECTED)) onSent();
        }}
        placeholder={SEARCH.label}
        className={SEARCH.input}
      />
      <Command.List ref={list} className="max-h-[50vh] overflow-y-auto p-1.5">
        <Command.Empty className="px-3 py-6 text-center text-soft">Nothing by that name.</Command.Empty>
        <CarItems sought={sought} onOpen={open} />
        {car && <StepItems carId={car.id} onOpen={open} />}
        <PartItems sought={sought} onOpen={open} />
        <WordItems sought={sought} onOpen={open} />
        <Command.Group heading={<span className="eyebrow px-3 text-soft">Commands</span>}>
          {STATIONS.map((station) => {
            const to = addressOf(station, { carId: car?.id, planId });
            return (
              to !== undefined &&
              station.command !== undefined &&
              (!station.onlyHere || isHere()) && (
                <Command.Item key={station.id} value={`${station.name} ${station.command}`} className={ITEM} onSelect={open(to)}>
                  {station.command}
                </Command.Item>
              )
            );
          })}
          {commands.map(([name, key, act]) => (
            <Command.Item key={name} value={name} className={ITEM} onSelect={run(act)}>
              {name}
              <span className="text-small text-soft">{key}</span>
            </Command.Item>
          ))}
        </Command.Group>
      </Command.List>
    </Command.Dialog>
  );
}

/** Goes to an address when chosen. */
type Open = (to: string) => () => void;

/** A car or a plan of one, and what it is found by. */
interface CarItem {
  id: string;
  car: { id: string; name: string };
  name: string;
  what: 'car' | 'plan';
  to: string;
  text: string;
}

function CarItems({ sought, onOpen }: { sought: string; onOpen: Open }) {
  const garage = useAppSelector(selectGarage);
  const all = useMemo(
    () =>
      garage.flatMap(({ id, car: { name }, plans }): CarItem[] => {
        const of = { car: { id, name } };
        return [
          { ...of, id, name, what: 'car', to: `/cars/${id}`, text: `${name} car`.toLowerCase() },
          ...plans.map(({ id: planId, name: planName }): CarItem => ({
            ...of,
            id: planId,
            name: planName,
            what: 'plan',
            to: `/plans/${planId}`,
            text: `${name} ${planName}`.toLowerCase(),
          })),
        ];
      }),
    [garage],
  );
  const { shown, more } = useMemo(() => firstWith(all, wordsOf(sought)), [all, sought]);
  return (
    <>
      {[...group(shown, ({ car }) => car.id)].map(([id, items]) => (
        <Command.Group key={id} heading={<span className="eyebrow px-3 text-soft">{items[0]!.car.name}</span>}>
          {items.map((item) => (
            <Command.Item key={item.id} value={named(item.text, item.id)} className={ITEM} onSelect={onOpen(item.to)}>
              {item.name}
              <span className="text-small text-soft">{item.what}</span>
            </Command.Item>
          ))}
        </Command.Group>
      ))}
      {more > 0 && <p className="px-3 py-2 text-small text-soft">and {more} more cars and plans: type more of the name</p>}
    </>
  );
}

/** What is entered at the bench of the active car, by step and by figure. */
function StepItems({ carId, onOpen }: { carId: string; onOpen: Open }) {
  return (
    <Command.Group heading={<span className="eyebrow px-3 text-soft">At the bench</span>}>
      {Object.values<BenchStep>(BENCH_STEPS).map(({ id, title, fields }) => (
        <Command.Item
          key={id}
          value={`${title} ${fields.map(({ label }) => label).join(' ')}`}
          className={ITEM}
          onSelect={onOpen(`/cars/${carId}#${id}`)}
        >
          {title}
          <span className="text-small text-soft">car</span>
        </Command.Item>
      ))}
    </Command.Group>
  );
}

const found = new WeakMap<StoredPart, StoredPart & { text: string }>();
/** A part with what it is found by, which is put together once. */
function foundBy(one: StoredPart): StoredPart & { text: string } {
  const known = found.get(one) ?? { ...one, text: searchText(one.part) };
  found.set(one, known);
  return known;
}

function PartItems({ sought, onOpen }: { sought: string; onOpen: Open }) {
  const shelf = useAppSelector(selectShelf);
  const system = useAppSelector((state) => state.prefs.units);
  const parts = useMemo(() => {
    const words = soughtWords(sought);
    return words ? firstWith(shelf.map(foundBy), words).shown : [];
  }, [shelf, sought]);
  if (parts.length === 0) return null;
  return (
    <Command.Group heading={<span className="eyebrow px-3 text-soft">Shelf</span>}>
      {parts.map(({ id, part, text }) => (
        <Command.Item key={id} value={named(text, id)} className={ITEM} onSelect={onOpen(`/shelf?part=${id}`)}>
          {part.name}
          <span className="truncate text-small text-soft">{summary(part, system)}</span>
        </Command.Item>
      ))}
    </Command.Group>
  );
}

const TERMS = TERM_LIST.map((term) => ({ term, text: termText(term).toLowerCase() }));

function WordItems({ sought, onOpen }: { sought: string; onOpen: Open }) {
  const words = soughtWords(sought);
  const found = words ? firstWith(TERMS, words).shown : [];
  if (found.length === 0) return null;
  return (
    <Command.Group heading={<span className="eyebrow px-3 text-soft">Words</span>}>
      {found.map(({ term }) => (
        <Command.Item key={term.name} value={named(termText(term), term.name)} className={ITEM} onSelect={onOpen(`/words#${term.name}`)}>
          {term.word}
          <span className="truncate text-small text-soft">{term.definition}</span>
        </Command.Item>
      ))}
    </Command.Group>
  );
}
