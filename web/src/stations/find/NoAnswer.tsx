import { nearlySureOf } from '@puddler/core';
import type { PlanFile, SearchScope, SearchQuery, Target, QueryProblem } from '@puddler/core';
import { useAppSelector } from '../../document-store/store';
import type { LiveSearch } from '../../jobs/use-search';
import { Button } from '../../ui/Button';
import { formatNumber, unitOf } from '@puddler/figures';
import { emptiedBy, sieveRows } from './sieve-rows';
import { setupName } from './setup-text';
import { TARGET_WORDS, targetText, withTarget } from './wish-text';
import type { FoundRelaxation } from '../../workers/search-worker';

interface Props {
  live: LiveSearch;
  base: PlanFile;
  wish: SearchQuery;
  scope: SearchScope;
  problems: readonly QueryProblem[];
  onWish: (wish: SearchQuery, label: string) => void;
  onScope: (scope: SearchScope, label: string) => void;
}

const ADVICE: Record<string, string> = {
  cells: 'No motor or ESC here is rated for the cells of any pack here.',
  fit: 'Nothing here goes into the bay, all is too heavy for the car, or no ESC here turns a motor that goes in: look at the sizes and the weight noted at Car, at parts of another size, or at other ESCs.',
  gears:
    'No pinion here goes on any motor and meshes with the spur inside the slot: look at bore, module and slot at Car, or search every size that is cut.',
  money: 'Everything that fits costs more than the budget.',
  start: 'Without a sensor all of them stutter when they start: shorter gears, more poles, or a sensored motor.',
  speed: 'Nothing that fits has this speed.',
  drive: 'Limits of this plan stop all that have the speed:',
  pull: 'Nothing that has the speed pulls as asked.',
  front: 'All that remain run too hot or too short, or overload ESC, pack or motor.',
};

/** What the drive rules take out, and why. */
const LOST = [
  { id: 'still', words: 'do not move at all' },
  { id: 'overRpm', words: 'turn the motor faster than it is made for: fewer cells, less kv or longer gears' },
  {
    id: 'overloaded',
    words: 'load their motor too hard at top speed: more kv with a shorter gear, a larger motor, or a shorter gear alone',
  },
  { id: 'outOfRange', words: 'leave the radio’s range within the stop limit' },
  { id: 'overDriveline', words: 'pull harder than the driveline was made for' },
] as const;

/** What to do when nothing meets a wish: which target to give up, and how far; or which rule leaves nothing. */
export function NoAnswer({ live, base, wish, scope, problems, onWish, onScope }: Props) {
  const system = useAppSelector((state) => state.prefs.units);
  const rows = sieveRows(live, base);
  const emptied = emptiedBy(rows);
  const { relaxations, relaxing } = live;
  const { counts } = live.progress;
  const widened = widen(scope);
  if (problems.length > 0)
    return (
      <section role="alert" aria-label="A wish that cannot be met" className="border-l-4 border-stop bg-sheet px-4 py-3">
        <h2 className="wide text-title font-semibold">No part can meet this wish</h2>
        {problems.map((problem) => (
          <p key={problem.target} className="mt-1 flex flex-wrap items-center gap-x-3 gap-y-1">
            {problemText(problem, system)}
            <Button onClick={() => onWish(withTarget(wish, problem.target, undefined), `no wish for ${TARGET_WORDS[problem.target].name}`)}>
              Drop the wish for {TARGET_WORDS[problem.target].name}
            </Button>
          </p>
        ))}
      </section>
    );
  return (
    <section aria-label="No setup meets the wish" aria-busy={relaxing} className="border-l-4 border-caution bg-sheet px-4 py-3">
      <h2 className="wide text-title font-semibold">Nothing here meets all of it</h2>
      {emptied && <p className="mt-1">{ADVICE[emptied.id] ?? ''}</p>}
      {emptied?.id === 'drive' && (
        <ul className="mt-1 space-y-1">
          {LOST.filter(({ id }) => counts[id] > 0).map(({ id, words }) => (
            <li key={id}>
              <strong className="font-semibold">{formatNumber(counts[id], 0)}</strong> {words}
            </li>
          ))}
        </ul>
      )}
      {relaxations && relaxations.length > 0 && (
        <>
          <p className="mt-2 text-soft">Giving up one of the targets is enough:</p>
          <ul className="mt-1 space-y-1.5">
            {relaxations.map((one) => (
              <li key={one.target} className="flex flex-wrap items-center gap-x-3 gap-y-1">
                <Button onClick={() => onWish(eased(wish, one), `ease ${TARGET_WORDS[one.target].name}`)}>
                  {TARGET_WORDS[one.target].name} {targetText(one.target, possibleOf(one), system)}
                </Button>
                <span className="text-soft">
                  instead of {targetText(one.target, one.asked, system)}: {setupName(one.setup)}
                </span>
              </li>
            ))}
          </ul>
        </>
      )}
      {nearlySureOf(wish).length > 0 && emptied?.id === 'front' && (
        <p className="mt-2 flex flex-wrap items-center gap-x-3 gap-y-1">
          <Button onClick={() => onWish(likelyOnly(wish), 'ask it as likely')}>Ask it as likely</Button>
          <span className="text-soft">
            by the middle prediction only, instead of nine of ten:{' '}
            {nearlySureOf(wish)
              .map((one) => TARGET_WORDS[one].name)
              .join(', ')}
          </span>
        </p>
      )}
      {relaxing && <p className="mt-2 text-soft">Looking for the target that is nearest to being met …</p>}
      {!relaxing && relaxations?.length === 0 && emptied?.id === 'front' && (
        <p className="mt-2 text-soft">No single target, given up alone, lets anything through: ease two, or look further afield.</p>
      )}
      {widened && (
        <p className="mt-2 flex flex-wrap items-center gap-x-3 gap-y-1">
          <Button onClick={() => onScope(widened, 'search further afield')}>Search generic sizes too</Button>
          <span className="text-soft">beyond what is on the shelf</span>
        </p>
      )}
      {(live.facts?.broken.length ?? 0) > 0 && (
        <p className="mt-2 text-small text-soft">
          Left out, for want of a figure: {live.facts!.broken.map(({ name, message }) => `${name} (${message})`).join('; ')}.
        </p>
      )}
    </section>
  );
}

/** Every kind that is searched, with generic sizes; undefined when it already is. */
function widen(scope: SearchScope): SearchScope | undefined {
  const kinds = ['motor', 'esc', 'pack', 'gears'] as const;
  if (kinds.every((kind) => scope[kind] === 'classes' || scope[kind] === 'plan'))
    return kinds.every((kind) => scope[kind] === 'plan')
      ? { ...scope, motor: 'classes', esc: 'classes', pack: 'classes', gears: 'classes' }
      : undefined;
  return { ...scope, ...Object.fromEntries(kinds.filter((kind) => scope[kind] !== 'plan').map((kind) => [kind, 'classes'])) };
}

/** What can be had, rounded to the side on which it still can be. */
function possibleOf({ target, possible }: FoundRelaxation): number {
  const digits = { topSpeed: 1 / 36, minutes: 1, canC: 1, climbPct: 1, pullN: 0.1, crawlMs: 0.01, lapS: 0.01, newMoney: 1 }[target];
  const round = TARGET_WORDS[target].bound === 'at most' ? Math.ceil : Math.floor;
  return Number((round(possible / digits + (round === Math.ceil ? -1e-9 : 1e-9)) * digits).toPrecision(9));
}

const likelyOnly = ({ nearlySure: _sure, ...wish }: SearchQuery): SearchQuery => wish;

function eased(wish: SearchQuery, one: FoundRelaxation): SearchQuery {
  return withTarget(wish, one.target, possibleOf(one));
}

function problemText({ target, asked, possible, reason }: QueryProblem, system: 'metric' | 'imperial'): string {
  const text = (target: Target, value: number) => targetText(target, value, system);
  switch (reason) {
    case 'air':
      return `The can cannot be at most ${text(target, asked)}: the air has ${text(target, possible)} already.`;
    case 'grip':
      return `Tyres on this ground hold ${text(target, possible)} at most; ${text(target, asked)} was asked. More grip, weight or driven wheels, not another motor.`;
    case 'front':
      return `The front lifts at ${text(target, possible)}; ${text(target, asked)} was asked. A lower or longer car, not another motor.`;
    case 'no-laps':
      return `A lap time was asked, and what is driven has no laps: choose racing or bashing, or a course of its own at Plan.`;
    case 'range': {
      const speed = unitOf('m/s', system);
      return `At ${formatNumber(asked * speed.factor, 0)} ${speed.symbol} the car leaves the radio’s range within the stop limit; with this range ${formatNumber(possible * speed.factor, 0)} ${speed.symbol} is the end. A radio that reaches further, or another limit.`;
    }
  }
}
