import { LONGEST_NAME } from '@puddler/contract/shared';
import { MoreHorizontal, Plus } from 'lucide-react';
import { useState } from 'react';
import { useAppSelector } from '../../document-store/store';
import { Choice } from '../../ui/Choice';
import { Menu } from '../../ui/Menu';
import type { BackgroundAnswer } from './use-background';
import type { Wishes } from './use-wishes';
import { wishSummary } from './wish-text';
import { Input } from '../../ui/Input';

interface Props {
  wishes: Wishes;
  background: Record<string, BackgroundAnswer>;
  carName: string;
  planName: string;
}

/** The wishes kept with the car; those not active say what is new for them. */
export function SavedWishes({ wishes, background, carName, planName }: Props) {
  const system = useAppSelector((state) => state.prefs.units);
  const { all, active: search, pick, add, remove, change, full } = wishes;
  const [naming, setNaming] = useState(false);
  const shown = all.length > 0 ? all : [search];
  return (
    <div className="mb-1 flex flex-wrap items-center gap-x-1 gap-y-1 text-small" role="group" aria-label={`Wishes for ${carName}`}>
      {shown.map((one) => {
        const answer = background[one.id];
        const here = one.id === search.id;
        if (here && naming)
          return (
            <Input
              key={one.id}
              autoFocus
              aria-label="Name of the wish"
              size="small"
              className="font-semibold"
              defaultValue={one.name}
              maxLength={LONGEST_NAME}
              onBlur={(event) => {
                setNaming(false);
                const name = event.target.value.trim();
                if (name !== '' && name !== one.name) change({ ...one, name }, 'name of the wish');
              }}
              onKeyDown={(event) => {
                if (event.key === 'Enter') event.currentTarget.blur();
                if (event.key === 'Escape') setNaming(false);
              }}
            />
          );
        return (
          <Choice
            key={one.id}
            on={here}
            title={here ? 'Double-click to name it' : wishSummary(one, system)}
            onClick={() => pick(one.id)}
            onDoubleClick={() => here && setNaming(true)}
          >
            {one.name}
            {answer && !here && (
              <span className="ml-1.5 text-soft">
                {answer.count}
                {answer.since && answer.since.fresh.length > 0 && <strong className="text-steel"> · {answer.since.fresh.length} new</strong>}
              </span>
            )}
          </Choice>
        );
      })}
      <button
        type="button"
        className="grid size-7 place-items-center rounded-sm text-soft hover:bg-wash hover:text-ink max-sm:size-thumb"
        aria-label="Another wish"
        title="Another wish, beginning like this one"
        disabled={full}
        onClick={add}
      >
        <Plus size={14} />
      </button>
      <Menu
        label={`More for ${search.name}`}
        icon={<MoreHorizontal size={15} />}
        items={[
          { label: 'Name it', takesFocus: true, act: () => setNaming(true) },
          ...(all.length > 0 ? [{ label: 'Delete this wish', tone: 'stop' as const, act: remove }] : []),
        ]}
      />
      <span className="ml-auto truncate text-soft max-sm:hidden">
        for {carName}, from {planName}
      </span>
    </div>
  );
}
