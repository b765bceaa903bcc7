import { AIRFLOWS, BEARINGS, BODIES, CHASSIS, DRIVES, SURFACES, PROFILES } from '@puddler/core';
import { TERMS } from '../../in-hand/terms';
import { choice, must, number, type FieldSpec } from '../../in-hand/field-specs';

/** One step at the bench: what to do, and what it gains. Paths as in the plan file; `car.` is the car's. */
export interface BenchStep {
  id: string;
  title: string;
  gain: string;
  fields: readonly FieldSpec[];
}

/** All fixed gears in one figure: what a car without its motor and pinion still has. */
export const RATIO = must('car.internalRatio', 'Ratio behind the spur', 'All fixed gears: belts, ring and pinion, portals');

/** A step whose page is its own. */
const withoutFields = (id: string, title: string, gain: string): BenchStep => ({ id, title, gain, fields: [] });

/** In the order of work: nothing has to be taken apart before it must. */
export const BENCH_STEPS = {
  photos: withoutFields('photos', 'Photograph the wiring', 'Before anything is unplugged. Two motor wires mean brushed, three brushless.'),
  chassis: {
    id: 'chassis',
    title: 'Chassis and drive',
    gain: 'Grip, brakes and losses follow from what drives.',
    fields: [
      choice('car.drive', 'Drives', DRIVES),
      choice('car.bearings', 'Bearings', BEARINGS, 'ball bearings'),
      must('car.wheelbaseMm', 'Wheelbase', 'Axle to axle'),
      must('car.cgHeightMm', 'Height of the weight', 'Tip it on its side wheels: half the track where it balances'),
    ],
  },
  weight: {
    id: 'weight',
    title: 'Weigh it',
    gain: 'Ready to run, pack in. A kitchen scale does; under each axle it gives the share in front.',
    fields: [
      must('car.massKg', 'Weight ready to run'),
      number('car.frontWeightPct', 'Weight on the front', 'Front scale divided by both'),
      number('car.wheelMassG', 'Weight of one wheel'),
    ],
  },
  tyre: {
    id: 'tyre',
    title: 'Tyre',
    gain: 'Rolled out beats measured: the road of one turn is what counts.',
    fields: [
      must('car.tyre.diameterMm', 'Diameter', 'Or roll it out, right'),
      number('car.tyre.growthPctAt100KmH', 'Growth at 100 km/h', 'Soft, unbelted tyres grow'),
    ],
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
    fields: [number('gearing.pinion', 'Pinion as bought'), number('gearing.spur', 'Spur as bought'), number('gearing.moduleMm', 'Module'), RATIO],
  },
  body: {
    id: 'body',
    title: 'Body',
    gain: 'Air is most of the load at speed; the kind and the size of the body give it.',
    fields: [
      choice('car.body', 'Body', BODIES),
      must('car.widthMm', 'Width'),
      must('car.heightMm', 'Height', 'Ground to roof'),
      choice('car.airflow', 'Air to the motor', AIRFLOWS, 'vented'),
      choice('car.chassis', 'Motor screwed to', CHASSIS, 'by its size'),
      number('car.dragAreaM2', 'Drag area', 'Only if measured: see What it does today'),
    ],
  },
  supply: {
    id: 'supply',
    title: 'What receiver and servo bear',
    gain: `The BEC is ${TERMS.bec.says.charAt(0).toLowerCase()}${TERMS.bec.says.slice(1)}`,
    fields: [number('car.bay.receiverMaxV', 'Receiver, at most'), number('car.bay.servoMaxV', 'Servo, at most')],
  },
  motorBay: {
    id: 'bay',
    title: 'Space in the bay',
    gain: 'Parts that would not go in are marked before you buy them.',
    fields: [
      number('car.bay.motorDiameterMm', 'Motor diameter'),
      number('car.bay.motorLengthMm', 'Motor length', 'To the first thing behind it'),
      number('car.bay.mountCircleMm', 'Mount’s screw circle'),
      number('car.bay.screwPastPlateMm', 'Motor screw past the plate', 'More than the thread is deep reaches the windings'),
      number('car.bay.pinionBoreMm', 'Bore of your pinions'),
      number('car.bay.moduleMm', 'Module of the spur'),
      number(
        'car.bay.meshMinMm',
        'Slot: shaft to spur axle, least',
        'Gears mesh when shaft and spur axle stand as far apart as their teeth ask. The motor’s slot allows from here …',
      ),
      number('car.bay.meshMaxMm', 'Slot: shaft to spur axle, most'),
      number('car.bay.spurMin', 'Fewest spur teeth'),
      number('car.bay.spurMax', 'Most spur teeth'),
      number('car.bay.nearestPartMm', 'Spur axle to the nearest part'),
      number('car.bay.escLengthMm', 'ESC tray, length'),
      number('car.bay.escWidthMm', 'ESC tray, width'),
      number('car.bay.escHeightMm', 'ESC tray, height'),
      number('car.bay.packLengthMm', 'Pack tray, length'),
      number('car.bay.packWidthMm', 'Pack tray, width'),
      number('car.bay.packHeightMm', 'Pack tray, height'),
    ],
  },
  today: withoutFields('today', 'What it does today', 'One measured top speed teaches the car’s own drag or kv, and every plan is surer.'),
  equivalents: withoutFields('equivalents', 'Old against new', 'What the old motor is worth in kv, and which pinion gives the old speed or pull.'),
} as const satisfies Record<string, BenchStep>;

/** Where and how the car was measured: figures of the stock plan. */
export const TODAY_FIELDS: FieldSpec[] = [
  choice('site.surface', 'Where', SURFACES),
  must('site.ambientC', 'Air'),
  number('site.gradePct', 'Slope'),
  choice('run.profile', 'Driven as', PROFILES, 'race'),
  must('run.minutes', 'Minutes before the can was measured'),
];
