import { kindOf, leafName, merge, rangeOf, type Clash } from '@puddler/contract/shared';
import { useState } from 'react';
import { conflictSettled, deletionSettled } from '../document-store/document-store-slice';
import { kindOfKey, nameOf, type Entry } from '../document-store/entry';
import { useAppDispatch, useAppSelector } from '../document-store/store';
import { Button } from '../ui/Button';
import { Modal } from '../ui/Modal';
import { wordFor } from '../ui/words';
import { formatNumber, toShown, unitOf, type UnitSystem } from '@puddler/figures';

/** Two places changed the same document, and only the builder can say which figures hold. */
export default function ConflictDialog({ entry }: { entry: Entry }) {
  const { conflict, content } = entry;
  if (!conflict) return null;
  if (conflict.deleted || content === null) return <Deleted entry={entry} />;
  const base = entry.remote.state === 'present' ? entry.remote.content.body : undefined;
  const { clashes } = merge(base, content.body, conflict.content.body, kindOf(content.kind));
  return <Clashes key={`${entry.key} ${conflict.version}`} entry={entry} name={nameOf(conflict.content)} clashes={clashes} />;
}

/** One side deleted what the other changed. */
function Deleted({ entry: { key, content, conflict, remote } }: { entry: Entry }) {
  const dispatch = useAppDispatch();
  const settle = (keep: boolean) => dispatch(deletionSettled({ key, keep }));
  const known = content ?? (conflict && !conflict.deleted ? conflict.content : remote.state === 'present' ? remote.content : undefined);
  const name = known ? nameOf(known) : `This ${kindOf(kindOfKey(key)).noun}`;
  const here = content === null;
  return (
    <Modal
      open
      onClose={() => undefined}
      title={here ? `${name} was changed somewhere else` : `${name} was deleted somewhere else`}
      description={
        here
          ? 'You deleted it here; meanwhile another window or device changed it. Nothing is lost until you choose.'
          : 'You changed it, or something that belongs to it, here. Nothing is lost until you choose.'
      }
    >
      <div className="mt-5 flex justify-end gap-2">
        <Button onClick={() => settle(false)}>{here ? 'Delete it all the same' : 'Let it go'}</Button>
        <Button tone="action" onClick={() => settle(true)}>
          {here ? 'Keep the changed one' : 'Bring it back'}
        </Button>
      </div>
    </Modal>
  );
}

const MISSING = 'none';

/** A figure in the unit that the page shows it in, a choice in its words. */
function shown(value: unknown, path: string, system: UnitSystem): string {
  if (value === undefined || value === null) return MISSING;
  if (typeof value === 'string') return wordFor(value);
  if (typeof value === 'number') {
    const unit = unitOf(rangeOf(path.replace(/^conversion\./, 'car.'))?.unit ?? '', system);
    return `${formatNumber(toShown(value, unit), Math.max(unit.digits, 3))} ${unit.symbol}`.trim();
  }
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (Array.isArray(value)) return `${value.length} in the list`;
  const { name } = value as { name?: unknown };
  return typeof name === 'string'
    ? name
    : Object.values(value)
        .map((one) => shown(one, '', system))
        .join(', ');
}

/** Asks for each figure that both sides changed which one to keep; figures that only one side changed are merged. */
function Clashes({ entry: { key }, name, clashes }: { entry: Entry; name: string; clashes: readonly Clash[] }) {
  const dispatch = useAppDispatch();
  const [theirs, setTheirs] = useState<ReadonlySet<string>>(new Set());
  const choose = (path: string, newer: boolean) => {
    const next = new Set(theirs);
    if (newer) next.add(path);
    else next.delete(path);
    setTheirs(next);
  };
  const settle = (paths: Iterable<string>) => dispatch(conflictSettled({ key, theirs: [...paths] }));
  return (
    <Modal
      open
      onClose={() => undefined}
      title={`${name} was changed somewhere else`}
      description="Another window or device saved other figures. Choose for each; whatever only one side changed is kept as it is."
    >
      <table className="mt-4 w-full table-fixed text-left text-body">
        <thead className="text-small text-soft">
          <tr className="border-b border-rule">
            <th className="py-1 font-medium">Figure</th>
            <th className="py-1 font-medium">Yours</th>
            <th className="py-1 font-medium">The newer one</th>
          </tr>
        </thead>
        <tbody>
          {clashes.map((clash) => (
            <ClashRow key={clash.path} clash={clash} newer={theirs.has(clash.path)} onChoose={(newer) => choose(clash.path, newer)} />
          ))}
        </tbody>
      </table>
      <div className="mt-5 flex flex-wrap justify-end gap-2">
        <Button onClick={() => settle(clashes.map(({ path }) => path))}>All of the newer ones</Button>
        <Button tone="action" onClick={() => settle(theirs)}>
          {theirs.size === 0 ? 'Keep mine' : 'Keep what is chosen'}
        </Button>
      </div>
    </Modal>
  );
}

function ClashRow({ clash: { path, mine, theirs }, newer, onChoose }: { clash: Clash; newer: boolean; onChoose: (newer: boolean) => void }) {
  const name = leafName(path);
  const system = useAppSelector((state) => state.prefs.units);
  const side = (isNewer: boolean, value: unknown) => (
    <td className="py-1 pr-2 align-middle">
      <label className="flex items-center gap-2 break-words max-sm:min-h-thumb">
        <input type="radio" className="shrink-0" name={path} checked={newer === isNewer} onChange={() => onChoose(isNewer)} />
        <span className={newer === isNewer ? 'min-w-0 font-medium' : 'min-w-0 text-soft'}>{shown(value, path, system)}</span>
      </label>
    </td>
  );
  return (
    <tr className="border-b border-rule">
      <th scope="row" className="py-1 pr-2 align-middle font-normal">
        {name}
      </th>
      {side(false, mine)}
      {side(true, theirs)}
    </tr>
  );
}
