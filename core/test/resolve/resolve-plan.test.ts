import { PlanError, resolvePlan, type PlanFile } from '@puddler/core';
import { plainPlan } from '../helpers';

const brushed = (change: object): PlanFile => plainPlan({ motor: { name: 'Stock', kind: 'brushed', sizeClass: '540', ...change } });

describe('estimates', () => {
  test('an inrunner’s winding comes from its volume and kv', () => {
    const { motor } = resolvePlan(plainPlan());
    const volume = ((Math.PI / 4) * 36 * 36 * 52) / 1000;
    const km = 0.0245 * (volume / 50) ** 1.2;
    expect(motor.motorConstant).toBeCloseTo(km, 9);
    expect(motor.resistanceOhm).toBeCloseTo((60 / (2 * Math.PI * 3000) / km) ** 2, 9);
    expect(motor.massKg).toBeCloseTo(0.0037 * volume, 9);
    expect(motor.poles).toBe(4);
  });

  test('an outrunner’s can stands outside its stator', () => {
    const { motor } = resolvePlan(
      plainPlan({ motor: { name: 'Lathe 28', kind: 'brushless', form: 'outrunner', kvRpmPerV: 900, statorDiameterMm: 28, statorHeightMm: 12 } }),
    );
    expect(motor.diameterM).toBeCloseTo(0.034, 9);
    expect(motor.lengthM).toBeCloseTo(0.03, 9);
    expect(motor.poles).toBe(14);
  });

  test('turns give kv, and a given kv counts before them', () => {
    expect(resolvePlan(brushed({ turns: 27 })).motor.kvRpmPerV).toBeCloseTo(66_000 / 27, 9);
    expect(resolvePlan(brushed({ turns: 27, kvRpmPerV: 2500 })).motor.kvRpmPerV).toBe(2500);
  });

  test('other turns keep the no-load torque of the can', () => {
    const total = (turns: number) => {
      const { frictionTorqueNm } = resolvePlan(brushed({ turns })).motor;
      return frictionTorqueNm / 0.8;
    };
    expect(total(14)).toBeCloseTo(total(27), 12);
  });

  test('a label’s no-load point replaces the estimate', () => {
    const file = plainPlan();
    file.motor = { ...file.motor, noLoadCurrentA: 3, noLoadVoltageV: 7.4, resistanceOhm: 0.01 };
    const { motor, provenance } = resolvePlan(file);
    const kt = motor.torqueConstantNmPerA;
    expect(motor.frictionTorqueNm).toBeCloseTo(0.5 * 3 * kt, 12);
    expect(motor.viscousTorqueNms * ((7.4 - 0.03) / kt)).toBeCloseTo(0.5 * 3 * kt, 12);
    expect(provenance['motor.noLoadCurrentA']).toEqual({ source: 'label', value: 3 });
  });

  test('a pack’s resistance goes by the root of its printed rating', () => {
    const { pack } = resolvePlan(plainPlan());
    expect(pack.resistanceOhm).toBeCloseTo((2 * 0.085) / (Math.sqrt(50) * 5), 12);
    expect(pack.massKg).toBeCloseTo(0.26, 9);
    expect(pack.cutoffV).toBeCloseTo(6.8, 9);
  });

  test.each([
    ['nimh', 0.006],
    ['life', 0.006],
    ['liion', 0.02],
  ] as const)('%s without a rating has its usual cell', (chemistry, ohm) => {
    const { pack } = resolvePlan(plainPlan({ packs: [{ name: 'Pack', chemistry, cells: 4, capacityAh: 3 }] }));
    expect(pack.resistanceOhm).toBeCloseTo(4 * ohm, 12);
  });

  test('bushings cost 4 % of the table’s efficiency, not of a measured one', () => {
    const file = plainPlan();
    file.car.bearings = 'bushing';
    expect(resolvePlan(file).car.driveEfficiency).toBeCloseTo(0.86, 12);
    file.car.driveEfficiency = 0.8;
    expect(resolvePlan(file).car.driveEfficiency).toBe(0.8);
  });

  test('every estimate says by which rule', () => {
    const { provenance } = resolvePlan(plainPlan());
    const estimated = Object.values(provenance)
      .flatMap((origin) => origin ?? [])
      .filter((origin) => origin.source === 'estimated');
    expect(estimated.length).toBeGreaterThan(10);
    for (const origin of estimated) expect(origin.rule).toBeTruthy();
    expect(provenance['car.massKg']).toEqual({ source: 'measured', value: 2 });
  });
});

/** Two cells of a printed rating and a capacity. */
const ohm2s = (cRating: number, capacityAh: number) => (2 * 0.085) / (Math.sqrt(cRating) * capacityAh);

describe('packs', () => {
  const pack = { name: 'Pack', chemistry: 'lipo' as const, cells: 2, capacityAh: 4, cRating: 40 };

  test('in series add volts and ohms; the smaller sets the capacity', () => {
    const { pack: whole } = resolvePlan(plainPlan({ packs: [pack, { ...pack, capacityAh: 3 }] }));
    expect(whole.cells).toBe(4);
    expect(whole.capacityAh).toBe(3);
    expect(whole.resistanceOhm).toBeCloseTo(ohm2s(40, 4) + ohm2s(40, 3), 12);
    expect(whole.openCircuitV.at(-1)).toBeCloseTo(4 * 4.18, 9);
  });

  test('in parallel add capacity and share the load', () => {
    const { pack: whole } = resolvePlan(plainPlan({ packs: [pack, pack], packWiring: 'parallel' }));
    expect(whole.cells).toBe(2);
    expect(whole.capacityAh).toBe(8);
    expect(whole.resistanceOhm).toBeCloseTo(ohm2s(40, 4) / 2, 12);
  });

  test('different chemistries in series keep their own curves', () => {
    const { pack: whole } = resolvePlan(plainPlan({ packs: [pack, { name: 'Old', chemistry: 'nimh', cells: 6, capacityAh: 3 }] }));
    expect(whole.openCircuitV.at(-1)).toBeCloseTo(2 * 4.18 + 6 * 1.4, 9);
    expect(whole.cutoffV).toBeCloseTo(2 * 3.4 + 6 * 0.9, 9);
  });
});

describe('what cannot be resolved names its field', () => {
  const pack = { name: 'Pack', chemistry: 'lipo' as const, cells: 2, capacityAh: 4, cRating: 40 };
  test.each<[string, PlanFile, string]>([
    ['a LiPo without a rating', plainPlan({ packs: [{ name: 'Pack', chemistry: 'lipo', cells: 2, capacityAh: 4 }] }), 'packs[0].cRating'],
    ['unlike packs in parallel', plainPlan({ packs: [pack, { ...pack, cells: 3 }], packWiring: 'parallel' }), 'packs'],
    ['no pack', plainPlan({ packs: [] }), 'packs'],
    ['a brushed motor with neither turns nor kv', brushed({}), 'motor.turns'],
    ['a no-load point that cannot turn', brushed({ turns: 27, noLoadCurrentA: 50, noLoadVoltageV: 1 }), 'motor.noLoadVoltageV'],
    ['a winding that cannot turn its class', brushed({ turns: 27, resistanceOhm: 50 }), 'motor.resistanceOhm'],
  ])('%s', (_, plan, path) => {
    let thrown: unknown;
    try {
      resolvePlan(plan);
    } catch (error) {
      thrown = error;
    }
    expect(thrown).toBeInstanceOf(PlanError);
    expect((thrown as PlanError).path).toBe(path);
  });
});
