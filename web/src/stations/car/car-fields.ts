import { TERMS } from '../../active/terms';
import { figure, type FieldSpec } from '../../active/field-specs';

/** One step at the bench: what to do, and what it gains. Paths as in the plan file; `car.` is the car's. */
export interface BenchStep {
  id: string;
  title: string;
  gain: string;
  fields: readonly FieldSpec[];
}

/** All fixed gears in one figure: what a car without its motor and pinion still has. */
export const RATIO = figure('car.internalRatio', { help: 'All fixed gears: belts, ring and pinion, portals' });

/** A step whose page is its own. */
const withoutFields = (id: string, title: string, gain: string): BenchStep => ({ id, title, gain, fields: [] });

/** In the order of work: nothing has to be taken apart before it must. */
export const BENCH_STEPS = {
  photos: withoutFields('photos', 'Photograph the wiring', 'Before anything is unplugged. Two motor wires mean brushed, three brushless.'),
  chassis: {
    id: 'chassis',
    title: 'Chassis and drive',
    gain: 'Grip, brakes and losses follow from what drives.',
    fields: [figure('car.drive'), figure('car.bearings'), figure('car.wheelbaseMm'), figure('car.cgHeightMm')],
  },
  weight: {
    id: 'weight',
    title: 'Weigh it',
    gain: 'Ready to run, pack in. A kitchen scale does; under each axle it gives the share in front.',
    fields: [figure('car.massKg'), figure('car.frontWeightPct'), figure('car.wheelMassG')],
  },
  tyre: {
    id: 'tyre',
    title: 'Tyre',
    gain: 'Rolled out beats measured: the road of one turn is what counts.',
    fields: [figure('car.tyre.diameterMm', { help: 'Or roll it out, right' }), figure('car.tyre.growthPctAt100KmH')],
  },
  system: withoutFields(
    'system',
    'Motor, pack and ESC as bought',
    'Type what is printed on them. The old car is predicted, and the gain of a plan is known.',
  ),
  gears: {
    id: 'gears',
    title: 'Gears',
    gain: 'Count teeth, or roll: speed is right to the tooth.',
    fields: [
      figure('gearing.pinion', { label: 'Pinion as bought' }),
      figure('gearing.spur', { label: 'Spur as bought' }),
      figure('gearing.moduleMm'),
      RATIO,
    ],
  },
  body: {
    id: 'body',
    title: 'Body',
    gain: 'Air is most of the load at speed; the kind and the size of the body give it.',
    fields: [
      figure('car.body'),
      figure('car.widthMm'),
      figure('car.heightMm'),
      figure('car.airflow'),
      figure('car.chassis'),
      figure('car.dragAreaM2', { help: 'Only if measured: see What it does today' }),
    ],
  },
  supply: {
    id: 'supply',
    title: 'What receiver and servo bear',
    gain: `The BEC is ${TERMS.bec.definition.charAt(0).toLowerCase()}${TERMS.bec.definition.slice(1)}`,
    fields: [figure('car.bay.receiverMaxV'), figure('car.bay.servoMaxV'), figure('car.bay.servoStallA')],
  },
  motorBay: {
    id: 'bay',
    title: 'Space in the bay',
    gain: 'Parts that would not go in are marked before you buy them.',
    fields: [
      figure('car.bay.motorDiameterMm'),
      figure('car.bay.motorLengthMm'),
      figure('car.bay.mountCircleMm'),
      figure('car.bay.screwPastPlateMm'),
      figure('car.bay.pinionBoreMm'),
      figure('car.bay.moduleMm'),
      figure('car.bay.meshMinMm'),
      figure('car.bay.meshMaxMm'),
      figure('car.bay.spurMin'),
      figure('car.bay.spurMax'),
      figure('car.bay.nearestPartMm'),
      figure('car.bay.escLengthMm'),
      figure('car.bay.escWidthMm'),
      figure('car.bay.escHeightMm'),
      figure('car.bay.packLengthMm'),
      figure('car.bay.packWidthMm'),
      figure('car.bay.packHeightMm'),
    ],
  },
  today: withoutFields('today', 'What it does today', 'One measured top speed teaches the car’s own drag or kv, and every plan is surer.'),
  equivalents: withoutFields('equivalents', 'Old against new', 'What the old motor is worth in kv, and which pinion gives the old speed or pull.'),
} as const satisfies Record<string, BenchStep>;

/** Where and how the car was measured: figures of the stock plan. */
export const TODAY_FIELDS: FieldSpec[] = [
  figure('site.surface', { label: 'Where' }),
  figure('site.ambientC'),
  figure('site.gradePct'),
  figure('run.profile'),
  figure('run.minutes', { label: 'Minutes before the can was measured' }),
];
