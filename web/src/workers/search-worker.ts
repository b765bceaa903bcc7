import {
  Relaxing,
  Search,
  SearchSpace,
  type PlanFile,
  type Relaxation,
  type SearchProgress,
  type SearchTask,
  type Setup,
  type Share,
} from '@puddler/core';
import { yieldToEventLoop } from './in-pieces';
import { serve, type Work } from './serve';

/** A part of a setup, as shown and bought. */
export interface FoundPart {
  kind: 'pack' | 'esc' | 'motor' | 'pinion' | 'spur';
  name: string;
  count: number;
  newMoney: number;
  owned: boolean;
  isOfPlan?: true;
  priceGuessed: boolean;
}

/** A setup on the front with what the page needs to show and to open it. */
export interface FoundSetup extends Setup {
  plan: PlanFile;
  parts: FoundPart[];
}

/** The size of the space, sent before the search begins. */
export interface SpaceFacts {
  counts: SearchSpace['counts'];
  broken: SearchSpace['broken'];
  /** ESCs whose cells nobody knows. */
  unratedEscs: number;
  choices: { motors: number; escs: number; packs: number; pinions: number; spurs: number };
}

export interface SearchReport {
  progress: SearchProgress;
  /** Those that joined the front since the last report. */
  found: FoundSetup[];
}

export interface FoundRelaxation extends Omit<Relaxation, 'setup'> {
  setup: FoundSetup;
}

/** Work goes on in pieces of about this long, so that a stop or news from another worker is heard. */
const PIECE_MS = 20;
const REPORT_EVERY_MS = 60;

let current: { token: number; search: Search; reported: Set<string> } | undefined;
/** The walk that is wanted; each call of `go` or `relax` is a walk of its own, so that a stop and a quick go-on never leave two. */
let walk = 0;

function withPlan(space: SearchSpace, setup: Setup): FoundSetup {
  const { choice } = setup;
  const { motors, packs, escs, pinions, spurs } = space.options;
  const [pack, esc, motor, pinion, spur] = [
    packs[choice.pack]!,
    escs[choice.esc]!,
    motors[choice.motor]!,
    pinions[choice.pinion],
    spurs[choice.spur],
  ];
  const { count } = motor.fields;
  const part = (
    kind: FoundPart['kind'],
    { name, newMoney, owned, priceGuessed, isOfPlan }: Omit<FoundPart, 'kind' | 'count'>,
    times = 1,
  ): FoundPart => ({
    kind,
    name,
    count: times,
    newMoney,
    owned,
    priceGuessed,
    ...(isOfPlan ? { isOfPlan } : {}),
  });
  const escMoney = space.escMoney(choice.motor, choice.esc);
  return {
    ...setup,
    plan: space.planOf(choice),
    parts: [
      part('pack', pack),
      part(
        'esc',
        {
          ...esc,
          newMoney: escMoney,
          owned: esc.owned && escMoney === 0,
          priceGuessed: esc.owned ? escMoney > 0 && esc.fields.eachGuessed : esc.priceGuessed,
        },
        count,
      ),
      part('motor', motor, count),
      ...(pinion ? [part('pinion', pinion)] : []),
      ...(spur ? [part('spur', spur)] : []),
    ],
  };
}

const tasks = {
  /** Lays out what there is to search; a search under way is given up. */
  begin({ token, task, share }: { token: number; task: SearchTask; share: Share }): SpaceFacts {
    walk++;
    const space = new SearchSpace(task);
    current = { token, search: new Search(space, share), reported: new Set() };
    const { motors, escs, packs, pinions, spurs } = space.options;
    return {
      counts: space.counts,
      broken: space.broken,
      unratedEscs: escs.filter(({ fields }) => fields.esc.maxCells === undefined).length,
      choices: { motors: motors.length, escs: escs.length, packs: packs.length, pinions: pinions.length, spurs: spurs.length },
    };
  },

  /** Goes on until all is looked at, or `stop` is called. */
  async go(token: number, { part }: Work<SearchReport>): Promise<void> {
    const state = current;
    if (state?.token !== token) return;
    const mine = ++walk;
    const { search, reported } = state;
    const tell = () => {
      const fresh = search.front.members.filter((one) => !reported.has(one.key));
      for (const one of fresh) reported.add(one.key);
      part({ progress: search.progress(), found: fresh.map((one) => withPlan(search.space, one)) });
    };
    let last = performance.now();
    let more = true;
    let hasReported = reported.size > 0;
    while (more) {
      const start = performance.now();
      do more = search.step();
      while (more && performance.now() - start < PIECE_MS);
      // The first find is sent at once, later ones at intervals.
      const first = !hasReported && search.front.members.length > 0;
      if (!more || first || performance.now() - last > REPORT_EVERY_MS) {
        tell();
        last = performance.now();
        hasReported ||= first;
      }
      await yieldToEventLoop();
      if (walk !== mine) return;
    }
  },

  /** Takes in what another worker found. */
  learn({ token, setups }: { token: number; setups: Setup[] }): void {
    if (current?.token !== token) return;
    for (const one of setups) current.reported.add(one.key);
    current.search.learn(setups);
  },

  /** Stops where it stands; `go` with the same token goes on. */
  stop(_nothing: undefined): void {
    walk++;
  },

  /** Which target to give up, and how far, when nothing meets all. */
  async relax(token: number, { part }: Work<FoundRelaxation[]>): Promise<void> {
    if (current?.token !== token) return;
    const mine = ++walk;
    const { space } = current.search;
    const relaxing = new Relaxing(space);
    let reported = 0;
    let more = true;
    while (more) {
      const start = performance.now();
      do more = relaxing.step();
      while (more && performance.now() - start < PIECE_MS);
      if (relaxing.found.length > reported || !more) {
        reported = relaxing.found.length;
        part(relaxing.found.map((one) => ({ ...one, setup: withPlan(space, one.setup) })));
      }
      await yieldToEventLoop();
      if (walk !== mine) return;
    }
  },
};

export type SearchTasks = typeof tasks;

serve(tasks);
