import { choicePlan } from '../../src/search/choice-plan';
import {
  USUAL_PARTS,
  limitsWith,
  partsList,
  resolvePlan,
  speedSpread,
  SearchSpace,
  withEdits,
  withField,
  withLinkOf,
  withPart,
  type PlanFile,
  type SearchScope,
} from '@puddler/core';
import { BOUGHT, CONVERTED_PLAN } from '../helpers';

const usual: PlanFile = { ...CONVERTED_PLAN, usualParts: [...USUAL_PARTS] };

describe('a part that is only usual for the kind of car', () => {
  it('is chosen by a part in its place, or by any figure of it that is given', () => {
    expect(withPart(usual, { kind: 'esc', name: 'Tallow', status: 'considered', spec: { continuousA: 80 } }).usualParts).toEqual(['motor', 'pack']);
    expect(withField(usual, 'motor.kvRpmPerV', 3000).usualParts).toEqual(['esc', 'pack']);
    expect(withEdits(usual, [{ path: 'packs[0].cells', value: 3 }]).usualParts).toEqual(['motor', 'esc']);
    expect(withField(usual, 'motorCount', 2).usualParts).toEqual(usual.usualParts);
    const all = withEdits(usual, [
      { path: 'packs[0].cells', value: 3 },
      { path: 'esc.maxCells', value: 3 },
      { path: 'motor.massG', value: 200 },
    ]);
    expect(all).not.toHaveProperty('usualParts');
  });

  it('has figures that are typical of the kind, and less sure than a label’s', () => {
    const [known, guessed] = [CONVERTED_PLAN, { ...CONVERTED_PLAN, usualParts: ['motor' as const] }].map(resolvePlan);
    expect(known!.provenance['motor.kvRpmPerV']!.source).toBe('label');
    expect(guessed!.provenance['motor.kvRpmPerV']!.source).toBe('typical');
    expect(guessed!.provenance['esc.continuousA']).toEqual(known!.provenance['esc.continuousA']);
    const widthOf = (plan: PlanFile) => speedSpread(plan, resolvePlan(plan))!.sigma;
    expect(widthOf({ ...CONVERTED_PLAN, usualParts: ['motor'] })).toBeGreaterThan(widthOf(CONVERTED_PLAN));
  });

  it('goes with its link to another setup', () => {
    expect(withLinkOf(usual, CONVERTED_PLAN, 'motor').usualParts).toEqual(['esc', 'pack']);
    expect(withLinkOf(CONVERTED_PLAN, usual, 'pack').usualParts).toEqual(['pack']);
    expect(withLinkOf(usual, CONVERTED_PLAN, 'gears').usualParts).toEqual(usual.usualParts);
  });

  it('is what Find leaves as it was, and no other', () => {
    const scope: SearchScope = { motor: 'classes', esc: 'plan', pack: 'plan', gears: 'plan', packPairs: false, twoMotors: false, gearbox: false };
    const { options } = new SearchSpace({ base: usual, shelf: [], scope, query: { aim: 'speed' }, limits: limitsWith() });
    const taken = options.motors.map((_, motor) => choicePlan(usual, options, { motor, pack: 0, esc: 0, pinion: 0, spur: 0, gearbox: 0 }));
    expect(taken.filter(({ usualParts }) => usualParts?.includes('motor'))).toHaveLength(1);
    expect(taken.every(({ usualParts }) => usualParts?.includes('esc'))).toBe(true);
  });

  it('is listed as one to choose, and of the car as bought as not known', () => {
    const why = (plan: PlanFile, stock: PlanFile) => partsList(plan, { stock, limits: limitsWith() }).lines.find(({ id }) => id === 'motor')!.why;
    expect(why(usual, BOUGHT)).toMatch(/choose one before anything is bought/);
    expect(why(CONVERTED_PLAN, { ...BOUGHT, usualParts: ['motor'] })).toMatch(/what the car had as bought is not known/);
    expect(why(CONVERTED_PLAN, { ...BOUGHT, usualParts: ['esc'] })).toBe('The plan has it, and the car as bought has not.');
  });
});
