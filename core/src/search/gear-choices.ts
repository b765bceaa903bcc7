import { finalDriveRatio } from '../chain/gears';
import type { Car, Motor } from '../plan/plan-file';
import { withGearbox } from './choice-plan';
import type { PinionOption, SearchOptions } from './options';
import type { PairRules } from './pair-rules';

/** A pair of gears that fits a motor's shaft and the car. */
export interface GearChoice {
  pinion: number;
  spur: number;
  gearbox: number;
  ratio: number;
  newMoney: number;
}

/** Pairs of gears of one ratio. They do the same, so only one of them can be on a front: the cheapest, then the one with more parts owned, last by key. */
export interface GearRow {
  gear: GearChoice;
  /** What each of them costs, the cheapest first. */
  money: readonly number[];
}

interface Meshing extends GearChoice {
  owned: number;
  key: string;
}

/** The gears of a search that mesh and fit the car, each pair asked once, and those of them that go onto a motor's shaft. */
export class GearChoices {
  /** By pinion; one without a pinion where there are no gears to choose. */
  private readonly meshing: readonly { pinion: PinionOption | undefined; pairs: readonly Meshing[] }[];
  private readonly rows = new Map<Motor, readonly GearRow[]>();

  constructor(
    private readonly options: SearchOptions,
    car: Car,
    private readonly rules: PairRules,
  ) {
    const { pinions, spurs, gearbox } = options;
    const inEachBox = (pair: { pinion?: number; spur?: number }, of: Omit<Meshing, 'gearbox' | 'ratio'>): Meshing[] =>
      gearbox.map(({ name, ratio }, g) => ({ ...of, gearbox: g, ratio: finalDriveRatio(car, withGearbox(pair, ratio)), key: `${of.key}|${name}` }));
    this.meshing =
      pinions.length === 0
        ? [{ pinion: undefined, pairs: inEachBox({}, { pinion: 0, spur: 0, newMoney: 0, owned: 0, key: '|' }) }]
        : pinions.map((pinion, i) => ({
            pinion,
            pairs: spurs.flatMap((spur, j) =>
              rules.meshes(pinion, spur)
                ? inEachBox(
                    { pinion: pinion.fields.teeth, spur: spur.fields.teeth },
                    {
                      pinion: i,
                      spur: j,
                      newMoney: pinion.newMoney + spur.newMoney,
                      owned: Number(pinion.owned) + Number(spur.owned),
                      key: `${pinion.key}|${spur.key}`,
                    },
                  )
                : [],
            ),
          }));
  }

  /** Gears that go onto a motor's shaft. */
  of(motor: Motor): Meshing[] {
    const [spur] = this.options.spurs;
    return this.meshing.flatMap(({ pinion, pairs }) => (!pinion || this.rules.goesOn(motor, pinion, spur) ? pairs : []));
  }

  /** The same, by ratio. */
  rowsOf(motor: Motor): readonly GearRow[] {
    let rows = this.rows.get(motor);
    if (!rows) this.rows.set(motor, (rows = byRatio(this.of(motor))));
    return rows;
  }
}

function byRatio(gears: readonly Meshing[]): GearRow[] {
  const alike = new Map<number, [Meshing, ...Meshing[]]>();
  for (const gear of gears) {
    const row = alike.get(gear.ratio);
    if (row) row.push(gear);
    else alike.set(gear.ratio, [gear]);
  }
  return [...alike.values()].map((row) => {
    row.sort((a, b) => a.newMoney - b.newMoney || b.owned - a.owned || (a.key < b.key ? -1 : 1));
    return { gear: row[0], money: row.map(({ newMoney }) => newMoney) };
  });
}
