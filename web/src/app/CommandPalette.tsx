import { Command } from 'cmdk';
import { useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import { redone } from '../desk/desk-slice';
import { takeBack } from '../desk/undoable';
import { selectGarage, selectShelf } from '../desk/selectors';
import { searchText, summary } from '../in-hand/part-text';
import { TERM_LIST, termText } from '../in-hand/terms';
import { themeSwapped, unitsSwapped } from '../desk/prefs-slice';
import { useAppDispatch, useAppSelector } from '../desk/store';
import { BENCH_STEPS, type BenchStep } from '../stations/car/car-fields';
import { addressOf, STATIONS } from './stations';
import { useWhere } from './use-where';

const ITEM = 'flex cursor-pointer items-center justify-between gap-3 rounded-sm px-3 py-2 data-[selected=true]:bg-wash';

/** What an item is found by, and behind a mark what tells it from others of the same name. */
const MARK = '\u0000';
const named = (text: string, id: string) => `${text}${MARK}${id}`;

/** Every word typed must stand in the item's text; items that begin with it come first. */
function rank(value: string, search: string): number {
  const text = value.split(MARK)[0]!.toLowerCase();
  const words = search.toLowerCase().split(/\s+/).filter(Boolean);
  if (!words.every((word) => text.includes(word))) return 0;
  return text.startsWith(words[0] ?? '') ? 1 : 0.5;
}

/** Parts and words are many: they show once this much is typed, and no more than fit. */
const MANY_FROM = 2;
const MANY_SHOWN = 20;

/** The words that were typed, where they are enough to look among many. */
function soughtWords(sought: string): string[] | undefined {
  return sought.trim().length < MANY_FROM ? undefined : sought.toLowerCase().split(/\s+/).filter(Boolean);
}

/** Finds cars, plans, parts and commands by typing. */
export default function CommandPalette({ onClose }: { onClose: () => void }) {
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const { car, planId } = useWhere();
  const [sought, setSought] = useState('');
  const run = (act: () => void) => () => {
    onClose();
    act();
  };
  const open = (to: string) => run(() => void navigate(to));
  const commands: [string, string, () => void][] = [
    ['Undo', 'Ctrl+Z', () => dispatch(takeBack())],
    ['Redo', 'Ctrl+Shift+Z', () => dispatch(redone({ at: Date.now() }))],
    ['Swap units', 'u', () => dispatch(unitsSwapped())],
    ['Swap light and dark', '', () => dispatch(themeSwapped())],
  ];
  return (
    <Command.Dialog
      open
      filter={rank}
      onOpenChange={(open) => !open && onClose()}
      label="Find a car, a plan, a part or a command"
      overlayClassName="fixed inset-0 z-40 bg-black/40"
      contentClassName="fixed top-[14vh] left-1/2 z-50 w-[560px] max-w-[calc(100vw-24px)] -translate-x-1/2 overflow-hidden rounded-md border border-edge bg-sheet shadow-xl"
    >
      <Command.Input
        value={sought}
        onValueChange={setSought}
        placeholder="Find a car, a plan, a part or a command"
        className="w-full border-b border-rule bg-transparent px-4 py-3 text-[15px] outline-none placeholder:text-soft"
      />
      <Command.List className="max-h-[50vh] overflow-y-auto p-1.5">
        <Command.Empty className="px-3 py-6 text-center text-soft">Nothing by that name.</Command.Empty>
        <CarItems onOpen={open} />
        {car && <StepItems carId={car.id} onOpen={open} />}
        <PartItems sought={sought} onOpen={open} />
        <WordItems sought={sought} onOpen={open} />
        <Command.Group heading={<span className="eyebrow px-3 text-soft">Commands</span>}>
          {STATIONS.map((station) => {
            const to = addressOf(station, { carId: car?.id, planId });
            return (
              to !== undefined &&
              station.command !== undefined && (
                <Command.Item key={station.id} value={`${station.name} ${station.command}`} className={ITEM} onSelect={open(to)}>
                  {station.command}
                </Command.Item>
              )
            );
          })}
          {commands.map(([name, key, act]) => (
            <Command.Item key={name} value={name} className={ITEM} onSelect={run(act)}>
              {name}
              <span className="text-[12px] text-soft">{key}</span>
            </Command.Item>
          ))}
        </Command.Group>
      </Command.List>
    </Command.Dialog>
  );
}

/** Goes to an address when chosen. */
type Open = (to: string) => () => void;

function CarItems({ onOpen }: { onOpen: Open }) {
  const garage = useAppSelector(selectGarage);
  return garage.map(({ id, car, plans }) => (
    <Command.Group key={id} heading={<span className="eyebrow px-3 text-soft">{car.name}</span>}>
      <Command.Item value={named(`${car.name} car`, id)} className={ITEM} onSelect={onOpen(`/cars/${id}`)}>
        {car.name}
        <span className="text-[12px] text-soft">car</span>
      </Command.Item>
      {plans.map((plan) => (
        <Command.Item key={plan.id} value={named(`${car.name} ${plan.plan.name}`, plan.id)} className={ITEM} onSelect={onOpen(`/plans/${plan.id}`)}>
          {plan.plan.name}
          <span className="text-[12px] text-soft">plan</span>
        </Command.Item>
      ))}
    </Command.Group>
  ));
}

/** What is entered at the bench of the car in hand, by step and by figure. */
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
          <span className="text-[12px] text-soft">car</span>
        </Command.Item>
      ))}
    </Command.Group>
  );
}

function PartItems({ sought, onOpen }: { sought: string; onOpen: Open }) {
  const shelf = useAppSelector(selectShelf);
  const system = useAppSelector((state) => state.prefs.units);
  const parts = useMemo(() => {
    const words = soughtWords(sought);
    return words ? shelf.filter(({ part }) => words.every((word) => searchText(part).includes(word))).slice(0, MANY_SHOWN) : [];
  }, [shelf, sought]);
  if (parts.length === 0) return null;
  return (
    <Command.Group heading={<span className="eyebrow px-3 text-soft">Shelf</span>}>
      {parts.map(({ id, part }) => (
        <Command.Item key={id} value={named(searchText(part), id)} className={ITEM} onSelect={onOpen(`/shelf?part=${id}`)}>
          {part.name}
          <span className="truncate text-[12px] text-soft">{summary(part, system)}</span>
        </Command.Item>
      ))}
    </Command.Group>
  );
}

function WordItems({ sought, onOpen }: { sought: string; onOpen: Open }) {
  const words = soughtWords(sought);
  const found = words ? TERM_LIST.filter((term) => words.every((word) => termText(term).toLowerCase().includes(word))).slice(0, MANY_SHOWN) : [];
  if (found.length === 0) return null;
  return (
    <Command.Group heading={<span className="eyebrow px-3 text-soft">Words</span>}>
      {found.map((term) => (
        <Command.Item key={term.name} value={named(termText(term), term.name)} className={ITEM} onSelect={onOpen(`/words#${term.name}`)}>
          {term.word}
          <span className="truncate text-[12px] text-soft">{term.says}</span>
        </Command.Item>
      ))}
    </Command.Group>
  );
}
