import fc from 'fast-check';
import { BODIES, CHEMISTRIES, DRIVES, PROFILES, SIZE_CLASSES, SURFACES, type Motor, type PlanFile } from '@puddler/core';

/** Random plans over the whole format, within what people build. */

const between = (min: number, max: number) => fc.double({ min, max, noNaN: true });
const maybe = <T>(value: fc.Arbitrary<T>) => fc.option(value, { nil: undefined });

const motor: fc.Arbitrary<Motor> = fc.oneof(
  fc.record({
    name: fc.constant('Brushed'),
    kind: fc.constant('brushed' as const),
    sizeClass: fc.constantFrom(...SIZE_CLASSES),
    turns: between(8, 90),
  }),
  fc.record({
    name: fc.constant('Inrunner'),
    kind: fc.constant('brushless' as const),
    form: fc.constant('inrunner' as const),
    kvRpmPerV: between(800, 6000),
    diameterMm: between(20, 45),
    lengthMm: between(30, 80),
    poles: fc.constantFrom(2, 4),
  }),
  fc.record({
    name: fc.constant('Outrunner'),
    kind: fc.constant('brushless' as const),
    form: fc.constant('outrunner' as const),
    kvRpmPerV: between(300, 2500),
    statorDiameterMm: between(18, 40),
    statorHeightMm: between(5, 25),
  }),
);

export const anyPlan: fc.Arbitrary<PlanFile> = fc
  .record({
    massKg: between(0.6, 12),
    drive: fc.constantFrom(...DRIVES),
    internalRatio: between(1, 25),
    diameterMm: between(50, 180),
    growth: maybe(between(0, 12)),
    body: fc.constantFrom(...BODIES),
    widthMm: between(120, 450),
    heightMm: between(80, 300),
    wheelbaseMm: between(150, 500),
    cgHeightMm: between(20, 110),
    frontWeightPct: between(30, 65),
    motor,
    motorCount: fc.constantFrom(1, 1, 2),
    continuousA: between(20, 200),
    chemistry: fc.constantFrom(...CHEMISTRIES),
    cells: fc.integer({ min: 1, max: 6 }),
    capacityAh: between(0.8, 10),
    cRating: between(15, 100),
    packs: fc.constantFrom('one' as const, 'series' as const, 'parallel' as const),
    pinion: fc.integer({ min: 8, max: 40 }),
    spur: fc.integer({ min: 30, max: 90 }),
    direct: fc.boolean(),
    tow: maybe(fc.record({ massKg: between(0.5, 10) })),
    surface: fc.constantFrom(...SURFACES),
    ambientC: between(-15, 40),
    altitudeM: between(0, 2500),
    gradePct: maybe(between(-6, 12)),
    startCharge: between(0.3, 1),
    profile: fc.constantFrom(...PROFILES),
    minutes: between(0.3, 1.5),
  })
  .map((draw): PlanFile => {
    const pack = { name: 'Pack', chemistry: draw.chemistry, cells: draw.cells, capacityAh: draw.capacityAh, cRating: draw.cRating };
    return {
      format: 'puddler-plan',
      version: 1,
      name: 'Drawn',
      car: {
        name: 'Drawn car',
        massKg: draw.massKg,
        drive: draw.drive,
        internalRatio: draw.internalRatio,
        tyre: { diameterMm: draw.diameterMm, ...(draw.growth === undefined ? {} : { growthPctAt100KmH: draw.growth }) },
        body: draw.body,
        widthMm: draw.widthMm,
        heightMm: draw.heightMm,
        wheelbaseMm: draw.wheelbaseMm,
        cgHeightMm: draw.cgHeightMm,
        frontWeightPct: draw.frontWeightPct,
      },
      motor: draw.motor,
      motorCount: draw.motorCount,
      esc: { name: 'ESC', continuousA: draw.continuousA },
      packs: draw.packs === 'one' ? [pack] : [pack, pack],
      ...(draw.packs === 'one' ? {} : { packWiring: draw.packs }),
      gearing: draw.direct ? {} : { pinion: draw.pinion, spur: draw.spur },
      ...(draw.tow ? { tow: draw.tow } : {}),
      site: {
        surface: draw.surface,
        ambientC: draw.ambientC,
        altitudeM: draw.altitudeM,
        ...(draw.gradePct === undefined ? {} : { gradePct: draw.gradePct }),
      },
      startCharge: draw.startCharge,
      run: { profile: draw.profile, minutes: draw.minutes },
    };
  });
