import type { WishOnDesk } from '../../desk/selectors';
import { PART_SOURCES, PROFILES, SURFACES, type PlanFile, type SearchScope, type SearchWish, type Target } from '@puddler/core';
import { plannedRun } from '@puddler/core';
import { Plus } from 'lucide-react';
import { useState, type ReactNode } from 'react';
import { wordFor } from '../../ui/words';
import { GEAR_SOURCE_WORDS, PROFILE_WORDS, SOURCE_WORDS, TARGET_WORDS, withTarget } from './wish-text';
import { WishFigure } from './WishFigure';

interface Props {
  search: WishOnDesk;
  file: PlanFile;
  /** A changed search, what the change is called, and what quick changes of the same kind join by. */
  onChange: (search: WishOnDesk, label: string, joins?: string) => void;
}

const PICK = 'h-8 max-w-full rounded-sm border border-edge bg-sheet px-1 font-semibold max-sm:h-10';
/** Targets in the order of the sentence; those not asked for can be added. */
const SAID: readonly Exclude<Target, 'topSpeed' | 'minutes'>[] = ['canC', 'climbPct', 'pullN', 'crawlMs', 'newMoney'];

/** The wish as a sentence with fields in it, and where parts may come from. */
export function WishSentence({ search, file, onChange }: Props) {
  const [problem, setProblem] = useState<string>();
  const { wish, scope } = search;
  const ask = (next: SearchWish, label: string, joins?: string) => onChange({ ...search, wish: next }, label, joins);
  const set = (target: Target) => (value: number) => ask(withTarget(wish, target, value), `wish for ${TARGET_WORDS[target].name}`, `wish.${target}`);
  const drop = (target: Target) => () => {
    setProblem(undefined);
    ask(withTarget(wish, target, undefined), `no wish for ${TARGET_WORDS[target].name}`);
  };
  const figure = (target: Target, value: number) => (
    <WishFigure target={target} value={value} onSet={set(target)} onRemove={drop(target)} onProblem={setProblem} />
  );
  const addable = (['topSpeed', 'minutes', ...SAID] as const).filter((target) => wish[target] === undefined);
  const said = SAID.filter((target) => wish[target] !== undefined);
  return (
    <section aria-label="The wish" className="border-b border-rule pb-2.5">
      <p className="flex flex-wrap items-center gap-x-1.5 gap-y-1.5 text-[16px] leading-8">
        <span>I want</span>
        {wish.topSpeed ? (
          <>
            <Pick
              label="How to take the speed"
              value={wish.topSpeed.is}
              options={[
                ['at-least', 'at least'],
                ['about', 'about'],
              ]}
              onPick={(is) =>
                ask({ ...wish, topSpeed: { speedMs: wish.topSpeed!.speedMs, is: is as 'about' | 'at-least' } }, 'how to take the speed')
              }
            />
            {figure('topSpeed', wish.topSpeed.speedMs)}
          </>
        ) : (
          <span>{wish.aim === 'speed' ? 'the most speed' : 'the most pull'}</span>
        )}
        <span>on</span>
        <Pick
          label="Ground"
          value={search.surface ?? file.site.surface}
          options={SURFACES.map((one) => [one, wordFor(one)])}
          onPick={(surface) => onChange({ ...search, surface: surface as NonNullable<WishOnDesk['surface']> }, 'ground of the wish')}
        />
        <Pick
          label="Driven as"
          value={search.profile ?? plannedRun(file).profile}
          options={PROFILES.map((one) => [one, PROFILE_WORDS[one]])}
          onPick={(profile) => onChange({ ...search, profile: profile as NonNullable<WishOnDesk['profile']> }, 'driving of the wish')}
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
        <span>– then rather</span>
        <span className="inline-flex items-center whitespace-nowrap">
          <Pick
            label="What counts beyond the targets"
            value={wish.aim}
            options={[
              ['speed', 'fast'],
              ['pull', 'strong'],
            ]}
            onPick={(aim) => ask({ ...wish, aim: aim as SearchWish['aim'] }, 'what counts beyond the targets')}
          />
          , cool, long and cheap.
        </span>
        {addable.map((target) => (
          <button
            key={target}
            type="button"
            className="hit inline-flex h-7 items-center gap-0.5 rounded-sm border border-dashed border-edge px-1.5 text-[12.5px] text-soft hover:bg-wash hover:text-ink max-sm:h-9"
            onClick={() => ask(withTarget(wish, target, TARGET_WORDS[target].start(file)), `wish for ${TARGET_WORDS[target].name}`)}
          >
            <Plus size={12} />
            {TARGET_WORDS[target].name}
          </button>
        ))}
      </p>
      {problem && (
        <p role="alert" className="text-[12.5px] text-stop">
          {problem}
        </p>
      )}
      <From scope={scope} file={file} onScope={(next, label) => onChange({ ...search, scope: next }, label)} />
    </section>
  );
}

function From({ scope, file, onScope }: { scope: SearchScope; file: PlanFile; onScope: (scope: SearchScope, label: string) => void }) {
  const geared = file.gearing.pinion !== undefined;
  const source = (kind: 'motor' | 'esc' | 'pack' | 'gears', name: string): ReactNode => (
    <label className="inline-flex items-center gap-1.5">
      <span className="text-soft">{name}</span>
      <select
        aria-label={`Where ${name.toLowerCase().replace('esc', 'ESC')} come from`}
        className="h-7 max-w-[13.5rem] rounded-sm border border-rule bg-paper px-1 max-sm:h-10"
        value={scope[kind]}
        onChange={(event) => onScope({ ...scope, [kind]: event.target.value as SearchScope['motor'] }, `where ${name.toLowerCase()} come from`)}
      >
        {PART_SOURCES.map((one) => (
          <option key={one} value={one}>
            {(kind === 'gears' ? GEAR_SOURCE_WORDS : SOURCE_WORDS)[one]}
          </option>
        ))}
      </select>
    </label>
  );
  const flag = (field: 'packPairs' | 'twoMotors' | 'gearbox', name: string): ReactNode => (
    <label className="inline-flex min-h-7 items-center gap-1.5">
      <input
        type="checkbox"
        className="size-4 accent-(--steel)"
        checked={scope[field]}
        onChange={(event) => onScope({ ...scope, [field]: event.target.checked }, name)}
      />
      {name}
    </label>
  );
  return (
    <div className="mt-1.5 flex flex-wrap items-center gap-x-4 gap-y-1 text-[12.5px]">
      {source('motor', 'Motors')}
      {source('esc', 'ESCs')}
      {source('pack', 'Packs')}
      {geared && source('gears', 'Gears')}
      {flag('packPairs', 'pairs of packs')}
      {flag('twoMotors', 'one or two motors')}
      {(file.car.gearboxRatios?.length ?? 0) > 1 && flag('gearbox', 'each gear of the gearbox')}
    </div>
  );
}

function Pick({ label, value, options, onPick }: { label: string; value: string; options: [string, string][]; onPick: (value: string) => void }) {
  return (
    <select aria-label={label} className={PICK} value={value} onChange={(event) => onPick(event.target.value)}>
      {options.map(([one, words]) => (
        <option key={one} value={one}>
          {words}
        </option>
      ))}
    </select>
  );
}
