import type { StoredWish } from '../../document-store/selectors';
import { canBeSure, hasOwnTiming, plannedRun, PROFILES, SURFACES, type PlanFile, type SearchQuery, type Target } from '@puddler/core';
import { Plus } from 'lucide-react';
import { useState, type ReactNode } from 'react';
import { wordFor } from '../../ui/words';
import { Pick } from './Pick';
import { baseOf, PROFILE_WORDS, TARGET_WORDS, withSureness, withTarget } from './wish-text';
import { WishFigure } from './WishFigure';
import { WishScope } from './WishScope';
import { Select } from '../../ui/Select';

interface Props {
  search: StoredWish;
  file: PlanFile;
  /** A changed search, what the change is called, and what changes of the same kind in one gesture join by. */
  onChange: (search: StoredWish, label: string, joins?: string) => void;
}

/** Targets in the order of the sentence; those not asked for can be added. */
const SAID: readonly Exclude<Target, 'topSpeed' | 'minutes'>[] = ['canC', 'lapS', 'climbPct', 'pullN', 'crawlMs', 'newMoney'];

/** The wish as a sentence with fields in it, and where parts may come from. */
export function WishSentence({ search, file, onChange }: Props) {
  const [problem, setProblem] = useState<string>();
  const { wish, scope } = search;
  const ask = (next: SearchQuery, label: string, joins?: string) => onChange({ ...search, wish: next }, label, joins);
  const set = (target: Target) => (value: number) => ask(withTarget(wish, target, value), `wish for ${TARGET_WORDS[target].name}`, `wish.${target}`);
  const drop = (target: Target) => () => {
    setProblem(undefined);
    ask(withTarget(wish, target, undefined), `no wish for ${TARGET_WORDS[target].name}`);
  };
  const figure = (target: Target, value: number) => (
    <>
      <WishFigure target={target} value={value} onSet={set(target)} onRemove={drop(target)} onProblem={setProblem} />
      {canBeSure(wish, target) && (
        <Sureness
          name={TARGET_WORDS[target].name}
          sure={wish.nearlySure?.includes(target) ?? false}
          onPick={(sure) => ask(withSureness(wish, target, sure), `how sure the ${TARGET_WORDS[target].name} is to be`)}
        />
      )}
    </>
  );
  const hasLaps = hasOwnTiming(search.profile ?? plannedRun(file).profile);
  const addable = (['topSpeed', 'minutes', ...SAID] as const).filter((target) => wish[target] === undefined && (target !== 'lapS' || hasLaps));
  const said = SAID.filter((target) => wish[target] !== undefined);
  return (
    <section aria-label="The wish" className="border-b border-rule pb-2.5">
      <p className="flex flex-wrap items-center gap-x-1.5 gap-y-1.5 text-lead leading-8">
        <span>I want</span>
        <WishedSpeed wish={wish} figure={figure} onAsk={ask} />
        <span>on</span>
        <Pick
          label="Ground"
          value={search.surface ?? file.site.surface}
          options={SURFACES.map((one) => [one, wordFor(one)])}
          onPick={(surface) => onChange({ ...search, surface: surface as NonNullable<StoredWish['surface']> }, 'ground of the wish')}
        />
        <Pick
          label="Driven as"
          value={search.profile ?? plannedRun(file).profile}
          options={PROFILES.map((one) => [one, PROFILE_WORDS[one]])}
          onPick={(profile) => onChange({ ...search, profile: profile as NonNullable<StoredWish['profile']> }, 'driving of the wish')}
        />
        {wish.minutes === undefined ? (
          <span className="text-soft">for {plannedRun(file).minutes} min as planned,</span>
        ) : (
          <>
            <span>for at least</span>
            {figure('minutes', wish.minutes)}
          </>
        )}
        {said.map((target, i) => (
          <span key={target} className="inline-flex items-center gap-1.5">
            <span>
              {i === said.length - 1 && i > 0 ? 'and ' : ''}
              {TARGET_WORDS[target].before}
            </span>
            {figure(target, wish[target]!)}
          </span>
        ))}
        <Beyond aim={wish.aim} onPick={(aim) => ask({ ...wish, aim }, 'what counts beyond the targets')} />
        {addable.map((target) => (
          <AddTarget
            key={target}
            name={TARGET_WORDS[target].name}
            onAdd={() => ask(withTarget(wish, target, TARGET_WORDS[target].start(baseOf(file, search))), `wish for ${TARGET_WORDS[target].name}`)}
          />
        ))}
      </p>
      {problem && (
        <p role="alert" className="text-small text-stop">
          {problem}
        </p>
      )}
      <WishScope scope={scope} file={file} onScope={(next, label) => onChange({ ...search, scope: next }, label)} />
    </section>
  );
}

interface WishedSpeedProps {
  wish: SearchQuery;
  figure: (target: Target, value: number) => ReactNode;
  onAsk: (wish: SearchQuery, label: string) => void;
}

/** The speed that is asked for, or what is wanted most where no speed is. */
function WishedSpeed({ wish, figure, onAsk }: WishedSpeedProps) {
  const { topSpeed } = wish;
  if (!topSpeed) return <span>{wish.aim === 'speed' ? 'the most speed' : 'the most pull'}</span>;
  return (
    <>
      <Pick
        label="How to take the speed"
        value={topSpeed.is}
        options={[
          ['at-least', 'at least'],
          ['about', 'about'],
        ]}
        onPick={(is) => onAsk({ ...wish, topSpeed: { speedMs: topSpeed.speedMs, is: is as 'about' | 'at-least' } }, 'how to take the speed')}
      />
      {figure('topSpeed', topSpeed.speedMs)}
    </>
  );
}

/** What counts once the targets are kept. */
function Beyond({ aim, onPick }: { aim: SearchQuery['aim']; onPick: (aim: SearchQuery['aim']) => void }) {
  return (
    <>
      <span>– then rather</span>
      <span className="inline-flex items-center whitespace-nowrap">
        <Pick
          label="What counts beyond the targets"
          value={aim}
          options={[
            ['speed', 'fast'],
            ['pull', 'strong'],
          ]}
          onPick={(next) => onPick(next as SearchQuery['aim'])}
        />
        , cool, long and cheap.
      </span>
    </>
  );
}

/** Whether the middle prediction is to keep a target, or nine of ten. */
function Sureness({ name, sure, onPick }: { name: string; sure: boolean; onPick: (sure: boolean) => void }) {
  return (
    <Select
      aria-label={`How sure: ${name}`}
      title="Likely: the middle prediction keeps it. Nearly sure: nine of ten predictions keep it, whatever nobody has measured."
      size="small"
      bare
      className={`text-small ${sure ? 'font-semibold text-steel' : 'text-soft'}`}
      value={sure ? 'sure' : 'likely'}
      onChange={(event) => onPick(event.target.value === 'sure')}
    >
      <option value="likely">likely</option>
      <option value="sure">nearly sure</option>
    </Select>
  );
}

function AddTarget({ name, onAdd }: { name: string; onAdd: () => void }) {
  return (
    <button
      type="button"
      className="hit inline-flex h-7 items-center gap-0.5 rounded-sm border border-dashed border-edge px-1.5 text-small text-soft hover:bg-wash hover:text-ink max-sm:h-thumb"
      onClick={onAdd}
    >
      <Plus size={12} />
      {name}
    </button>
  );
}
