import { splitPlanFile } from '@puddler/contract';
import {
  BandSampler,
  DEFAULT_LIMITS,
  powerBand,
  powerMoment,
  drivePass,
  predictSteady,
  resolvePlan,
  simulateRun,
  solveTopSpeed,
  withEdits,
  type Finding,
  type PlanFile,
} from '@puddler/core';
import { CASES, caseNamed, plainPlan } from '../../core/test/helpers';
import { createStore } from '../src/document-store/store';
import { undone } from '../src/document-store/document-store-slice';
import { docOf, garage } from './stored';
import { carOf, planOf, type StoredPart } from '../src/document-store/selectors';
import { chainFlow } from '../src/active/chain-flow';
import { headline } from '../src/stations/plan/FindingsPanel';
import { gearsAround, gearsOnShelf } from '../src/stations/plan/gear-choice';
import { HEAT_CHANGES } from '../src/stations/plan/heat/heat-changes';
import { applyEdits, fitParts } from '../src/active/plan-edits';
import { workingOf } from '../src/stations/plan/working';

function working(file: PlanFile, system: 'metric' | 'imperial' = 'metric') {
  const resolved = resolvePlan(file);
  const solved = solveTopSpeed(resolved);
  const steady = predictSteady(resolved, solved);
  const sampler = new BandSampler(file, resolved, 1);
  sampler.add(24);
  return {
    steady,
    blocks: workingOf({ file, resolved, steady, band: powerBand(resolved, solved), run: simulateRun(resolved), bands: sampler.bands(), system }),
  };
}
const figure = (text: string) => Number(text.replace('−', '-').replace(/[^\d.-]/g, ''));

describe('the working', () => {
  test.each(CASES)('$name: every step is said without a gap, in both systems of units', ({ plan }) => {
    for (const system of ['metric', 'imperial'] as const)
      for (const block of working(plan, system).blocks) {
        expect(block.title.length).toBeGreaterThan(3);
        for (const line of block.lines) expect(`${line.what} ${line.sum} ${line.gives}`).not.toMatch(/NaN|undefined|Infinity/);
      }
  });

  test('volts at rest less what is lost is what turns the motor', () => {
    const [speed] = working(caseNamed('ridgeback-2s')).blocks;
    const by = (what: string) => speed!.lines.find((line) => line.what === what)!;
    const left = figure(by('Volts at rest').gives) + figure(by('Sag of pack and leads').gives) + figure(by('Winding, ESC and lag take').gives);
    expect(left).toBeCloseTo(figure(by('Left to turn it').sum.split(' V')[0]!), 1);
    expect(figure(by('Top speed').gives)).toBeCloseTo(working(caseNamed('ridgeback-2s')).steady.topSpeedMs * 3.6, 1);
  });

  test('watts of the parts sum to what the pack gives', () => {
    const power = working(caseNamed('slow-wind-overdriven')).blocks[1]!;
    const [pack, ...parts] = power.lines.map((line) => figure(line.gives));
    expect(parts.reduce((a, b) => a + b) / pack!).toBeGreaterThan(0.97);
    expect(parts.reduce((a, b) => a + b) / pack!).toBeLessThan(1.01);
  });

  test('the rule of thumb implies the loss that the answer has', () => {
    const { steady, blocks } = working(caseNamed('slow-wind-overdriven'));
    const implied = figure(blocks[3]!.lines.at(-1)!.gives);
    expect(Math.abs(implied - steady.speedLossPct)).toBeLessThan(3);
  });
});

describe('the chain at a moment', () => {
  const plan = resolvePlan(plainPlan());
  const pass = drivePass(plan).pass;

  test('what goes into speed leaves at the road, and nothing is lost on the way', () => {
    for (const sample of pass.samples.filter((one) => one.speedMs > 1)) {
      const flow = chainFlow(powerMoment(plan, sample));
      for (const [i, link] of flow.entries()) {
        const next = flow[i + 1];
        if (next) expect(next.inW).toBeCloseTo(link.inW - link.lossW, 5);
        else expect(Math.abs(link.lossW - link.inW)).toBeLessThan(0.005 * flow[0]!.inW);
      }
    }
    const early = chainFlow(
      powerMoment(
        plan,
        pass.samples.find((one) => one.speedMs > 2)!,
      ),
    );
    expect(early.at(-1)!.lossWord).toBe('into speed');
    expect(chainFlow(powerMoment(plan, pass.samples.at(-1)!)).at(-1)!.lossWord).toBe('air');
  });
});

describe('a fix applied', () => {
  const { car, plan } = splitPlanFile(plainPlan());
  const bench = { today: { topSpeedMs: 9 } };

  function opened() {
    const store = createStore();
    store.dispatch(garage([docOf<'car'>('c1', { car, bench })], [docOf<'plan'>('p1', plan, 'c1')]));
    const active = { id: 'p1', carId: 'c1', car, plan, asBought: undefined, file: plainPlan() };
    return { store, active };
  }

  test('changes the plan as one undo', () => {
    const { store, active } = opened();
    store.dispatch(
      applyEdits(
        active,
        [
          { path: 'gearing.pinion', value: 17 },
          { path: 'esc.resistanceOhm', value: undefined },
        ],
        'fix',
      ),
    );
    expect(planOf(store.getState(), 'p1')!.plan.gearing.pinion).toBe(17);
    store.dispatch(undone({ at: 1 }));
    expect(planOf(store.getState(), 'p1')!.plan).toEqual(plan);
  });

  test('a tyre off the shelf is the plan’s, with its weight; the car as bought stays', () => {
    const { store, active } = opened();
    store.dispatch(fitParts(active, [{ kind: 'tyre', name: 'T', status: 'owned', spec: { diameterMm: 104, growthPctAt100KmH: 5, massG: 96 } }]));
    expect(planOf(store.getState(), 'p1')!.plan.conversion).toEqual({ tyre: { diameterMm: 104, growthPctAt100KmH: 5 }, wheelMassG: 96 });
    expect(carOf(store.getState(), 'c1')).toEqual(car);
    store.dispatch(undone({ at: 1 }));
    expect(planOf(store.getState(), 'p1')!.plan).toEqual(plan);
  });

  test('may change the car with it, and leaves its notes', () => {
    const { store, active } = opened();
    store.dispatch(
      applyEdits(
        active,
        [
          { path: 'car.bay.screwPastPlateMm', value: 4 },
          { path: 'gearing.pinion', value: 18 },
        ],
        'fix',
      ),
    );
    expect(carOf(store.getState(), 'c1')!.bay).toEqual({ screwPastPlateMm: 4 });
    expect(store.getState().documentStore.entries['car:c1']!.content).toMatchObject({ body: { bench } });
    store.dispatch(undone({ at: 1 }));
    expect(carOf(store.getState(), 'c1')).toEqual(car);
    expect(planOf(store.getState(), 'p1')!.plan).toEqual(plan);
  });
});

describe('teeth to lay out', () => {
  const file = plainPlan({ gearing: { pinion: 20, spur: 60, moduleMm: 0.8 } });
  const part = (kind: 'pinion' | 'spur', teeth: number, moduleMm?: number, status: 'owned' | 'worn-out' = 'owned'): StoredPart => ({
    id: `${kind}${teeth}`,
    part: { kind, name: `${teeth}`, status, spec: { teeth, ...(moduleMm === undefined ? {} : { moduleMm }) } },
  });

  test('around those on the car, within what goes in', () => {
    expect(gearsAround(file).pinions).toEqual([14, 15, 16, 17, 18, 19, 20, 21, 22, 23, 24, 25, 26]);
    expect(gearsAround(file).spurs).toEqual([56, 58, 60, 62, 64]);
    expect(gearsAround({ ...file, car: { ...file.car, bay: { spurMin: 58, spurMax: 62 } } }).spurs).toEqual([58, 60, 62]);
    expect(Math.min(...gearsAround({ ...file, gearing: { pinion: 10, spur: 60 } }).pinions)).toBe(8);
  });

  test('on the shelf: this module, not worn out, and the present ones always', () => {
    const shelf = [
      part('pinion', 17, 0.8),
      part('pinion', 15, 0.6),
      part('pinion', 23, 0.8, 'worn-out'),
      part('pinion', 19),
      part('spur', 54, 0.794),
    ];
    expect(gearsOnShelf(file, shelf)).toEqual({ pinions: [17, 19, 20], spurs: [54, 60] });
  });
});

describe('what cools or warms', () => {
  const file = plainPlan();
  const change = (id: string) => HEAT_CHANGES.find((one) => one.id === id)!;

  test('edits and comparison say the same', () => {
    for (const one of HEAT_CHANGES.filter((each) => each.edits)) expect(one.apply(file)).toEqual(withEdits(file, one.edits!(file)));
  });

  test('a fan is offered until there are two; a body only for what it is not', () => {
    expect(change('fan').possible({ ...file, cooling: { motorFans: 1 } })).toBe(true);
    expect(change('fan').possible({ ...file, cooling: { motorFans: 2 } })).toBe(false);
    expect(change('air').possible({ ...file, car: { ...file.car, airflow: 'open' } })).toBe(false);
    expect(change('warm').possible({ ...file, site: { ...file.site, ambientC: 50 } })).toBe(false);
    expect(change('warm').label('imperial')).toContain('°F');
  });
});

describe('a finding’s headline', () => {
  const finding = (change: Partial<Finding>): Finding => ({
    id: 'motor-temperature',
    link: 'motor',
    level: 'stop',
    figure: 'motor can',
    value: 88,
    limit: 85,
    unit: '°C',
    share: 1.03,
    why: 'Hot.',
    ...change,
  });

  test.each<[Partial<Finding>, string]>([
    [{}, 'Motor can 88 °C, limit 85'],
    [{ id: 'esc-continuous', figure: 'rms current of the ESC', value: 0.71, limit: 1, unit: 'of rating' }, 'Rms current of the ESC 71 % of rating'],
    [
      { id: 'motor-load', figure: 'load on the motor at top speed', value: 0.25, unit: 'of the volts' },
      'Load on the motor at top speed 25 % of the volts',
    ],
    [{ id: 'pack-sag', figure: 'volts a cell at peak', value: 3.05, limit: 3.1, unit: 'V' }, 'Volts a cell at peak 3.05 V, limit 3.1'],
    [{ id: 'esc-cells', figure: 'cells on the ESC', value: 4, limit: 3, unit: 'cells' }, 'Cells on the ESC 4 of 3'],
    [{ id: 'radio-range', figure: 'seconds to the edge of range', value: 3.2, limit: 4, unit: 's' }, 'Seconds to the edge of range 3.2 s of 4'],
  ])('%j', (change, words) => expect(headline(finding(change), 'metric')).toBe(words));

  test('in the other system of units', () => {
    expect(headline(finding({}), 'imperial')).toBe('Motor can 190 °F, limit 185');
  });

  test('every limit that has a number can be named', () => {
    for (const limit of Object.values(DEFAULT_LIMITS)) expect(limit.what.length).toBeGreaterThan(2);
  });
});
