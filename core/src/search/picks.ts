import type { Boxes, Setup } from './front';
import type { Ranking } from './ranking';

/** What a setup of the front is chosen for, before all of it is looked at. */
const PICK_WORDS = ['safest', 'balanced', 'best'] as const;
export type PickedAs = (typeof PICK_WORDS)[number];

export interface Pick<S extends Setup> {
  setup: S;
  as: PickedAs[];
  /** Of a balanced one: the share of the way from the worst to the best of the front that it keeps in its worst answer. */
  keeps: number;
}

const MERITS = ['aim', 'cool', 'minutes', 'thrift'] as const satisfies readonly (keyof Boxes)[];

/**
 * Up to three setups of a front that are worth looking at first: the safest, whose warmest part uses least of its limit; the balanced one, whose worst answer
 * is nearest to the best there is (max–min over answers scaled from worst to best); and the best at what is aimed for. One that is chosen for several stands once.
 */
export function threePicks<S extends Setup>(setups: readonly S[], positionOn: (setup: S) => Ranking): Pick<S>[] {
  if (setups.length === 0) return [];
  const range = MERITS.map((merit) => {
    const values = setups.map(({ boxes }) => boxes[merit]);
    const low = values.reduce((a, b) => Math.min(a, b));
    return { merit, low, span: values.reduce((a, b) => Math.max(a, b)) - low };
  });
  const shares = ({ boxes }: S): number[] => range.filter(({ span }) => span > 0).map(({ merit, low, span }) => (boxes[merit] - low) / span);
  const worst = (setup: S): number => shares(setup).reduce((a, b) => Math.min(a, b), 1);
  const sum = (setup: S): number => shares(setup).reduce((a, b) => a + b, 0);
  const best = (better: (a: S, b: S) => number): S => [...setups].sort((a, b) => better(a, b) || (a.key < b.key ? -1 : 1))[0]!;
  const chosen: Record<PickedAs, S> = {
    safest: best((a, b) => positionOn(a).warmest.share - positionOn(b).warmest.share),
    balanced: best((a, b) => worst(b) - worst(a) || sum(b) - sum(a)),
    best: best((a, b) => b.boxes.aim - a.boxes.aim || b.boxes.cool - a.boxes.cool),
  };
  const picks: Pick<S>[] = [];
  for (const as of PICK_WORDS) {
    const known = picks.find(({ setup }) => setup === chosen[as]);
    if (known) known.as.push(as);
    else picks.push({ setup: chosen[as], as: [as], keeps: worst(chosen[as]) });
  }
  return picks;
}
