import { AIRFLOWS, BEARINGS, BODIES, CHASSIS, DRIVES } from '@puddler/core';
import { choice, number, text, whole } from './field';

/** Figures of the two gears that are changed; a conversion changes them, so they are the plan's. */
export const GEAR_FIELDS = {
  'gearing.pinion': whole([4, 200], 'teeth', 'Pinion', { link: 'gears', help: 'Empty pinion and spur mean direct drive' }),
  'gearing.spur': whole([4, 400], 'teeth', 'Spur', { link: 'gears' }),
  'gearing.moduleMm': number([0.1, 5], 'mm', 'Module', { link: 'gears' }),
  'gearing.spurModuleMm': number([0.1, 5], 'mm', 'Module of the spur', { link: 'gears', help: 'Where it is not the pinion’s' }),
  'gearing.pinionBoreMm': number([0.5, 25], 'mm', 'Pinion bore', { link: 'gears' }),
  'gearing.gearboxRatio': number([0.05, 50], '', 'Gear engaged', { link: 'gears', help: 'Ratio of the gear the gearbox is in' }),
};

/** Figures of the car, in the order of the drawers. All its plans have them, unless a plan has its own. */
export const CAR_FIELDS = {
  'car.name': text('Name', { needed: true }),
  'car.internalRatio': number([0.1, 500], '', 'Ratio behind the spur', {
    link: 'gears',
    needed: true,
    help: 'Turns of the spur for one of the wheel',
  }),
  'car.drive': choice(DRIVES, 'Drives', { link: 'gears', needed: true }),
  'car.bearings': choice(BEARINGS, 'Bearings', { link: 'gears', unset: 'ball bearings' }),
  'car.driveEfficiency': number([0.2, 1], '', 'Efficiency of the drive', { link: 'gears' }),
  'car.gearboxRatios.name': text('Gear', { needed: true }),
  'car.gearboxRatios.ratio': number([0.05, 50], '', 'Ratio of the gear', { needed: true }),
  'car.tyre.diameterMm': number([10, 600], 'mm', 'Diameter', {
    link: 'tyres',
    needed: true,
    help: 'Rolled out one turn, divided by 3.14, is best',
    column: {},
  }),
  'car.tyre.growthPctAt100KmH': number([0, 100], '%', 'Growth at 100 km/h', {
    link: 'tyres',
    help: 'Soft, unbelted tyres grow',
    column: { also: ['growth'] },
  }),
  'car.wheelMassG': number([0, 5000], 'g', 'Weight of one wheel', { link: 'tyres' }),
  'car.massKg': number([0.05, 200], 'kg', 'Weight ready to run', { link: 'road', needed: true }),
  'car.body': choice(BODIES, 'Body', { link: 'road', needed: true }),
  'car.widthMm': number([10, 2000], 'mm', 'Width', { link: 'road', needed: true }),
  'car.heightMm': number([10, 2000], 'mm', 'Height', { link: 'road', needed: true, help: 'Ground to roof' }),
  'car.dragAreaM2': number([0.0001, 2], 'm²', 'Drag area', { link: 'road' }),
  'car.airflow': choice(AIRFLOWS, 'Air to the motor', { link: 'road', unset: 'vented' }),
  'car.chassis': choice(CHASSIS, 'Motor screwed to', { link: 'road', unset: 'by its size' }),
  'car.wheelbaseMm': number([20, 3000], 'mm', 'Wheelbase', { link: 'road', needed: true, help: 'Axle to axle' }),
  'car.cgHeightMm': number([1, 1000], 'mm', 'Height of the weight', {
    link: 'road',
    needed: true,
    help: 'Tip it on its side wheels: half the track where it balances',
  }),
  'car.frontWeightPct': number([1, 99], '%', 'Weight on the front', { link: 'road', help: 'Front scale divided by both' }),
  'car.weighedPartsG': number([0, 100000], 'g', 'Parts it was weighed with', { help: 'What the motors, ESCs and packs weighed that were in it' }),
};

/** Room in the chassis: what the fit findings and the drawing of the bay take. */
export const BAY_FIELDS = {
  'car.bay.motorDiameterMm': number([5, 200], 'mm', 'Motor diameter', {}),
  'car.bay.motorLengthMm': number([5, 300], 'mm', 'Motor length', { help: 'To the first thing behind it' }),
  'car.bay.mountCircleMm': number([3, 200], 'mm', 'Mount’s screw circle', {}),
  'car.bay.screwPastPlateMm': number([0, 50], 'mm', 'Motor screw past the plate', {
    help: 'More than the thread is deep reaches the windings',
  }),
  'car.bay.pinionBoreMm': number([0.5, 25], 'mm', 'Bore of your pinions', {}),
  'car.bay.moduleMm': number([0.1, 5], 'mm', 'Module of the spur', {}),
  'car.bay.meshMinMm': number([1, 500], 'mm', 'Slot: shaft to spur axle, least', {
    help: 'Gears mesh when shaft and spur axle stand as far apart as their teeth ask. The motor’s slot allows from here …',
  }),
  'car.bay.meshMaxMm': number([1, 500], 'mm', 'Slot: shaft to spur axle, most', {}),
  'car.bay.spurMin': whole([4, 400], 'teeth', 'Fewest spur teeth', {}),
  'car.bay.spurMax': whole([4, 400], 'teeth', 'Most spur teeth', {}),
  'car.bay.nearestPartMm': number([1, 500], 'mm', 'Spur axle to the nearest part', {}),
  'car.bay.escLengthMm': number([5, 500], 'mm', 'ESC tray, length', {}),
  'car.bay.escWidthMm': number([5, 500], 'mm', 'ESC tray, width', {}),
  'car.bay.escHeightMm': number([2, 500], 'mm', 'ESC tray, height', {}),
  'car.bay.packLengthMm': number([5, 1000], 'mm', 'Pack tray, length', {}),
  'car.bay.packWidthMm': number([5, 500], 'mm', 'Pack tray, width', {}),
  'car.bay.packHeightMm': number([2, 500], 'mm', 'Pack tray, height', {}),
  'car.bay.receiverMaxV': number([3, 15], 'V', 'Receiver, at most', {}),
  'car.bay.servoMaxV': number([3, 15], 'V', 'Servo, at most', {}),
  'car.bay.servoStallA': number([0.05, 50], 'A', 'Servo, when held', { help: 'The stall current that it is sold with' }),
};
