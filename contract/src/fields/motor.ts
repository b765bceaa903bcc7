import { SIZE_CLASSES } from '@puddler/core';
import { choice, flag, number, text, whole } from './field';

const BRUSHED = ['brushed'] as const;
const BRUSHLESS = ['inrunner', 'outrunner'] as const;
const INRUNNER = ['inrunner'] as const;
const OUTRUNNER = ['outrunner'] as const;

/** Figures of a motor and of how it is cooled, in the order of its drawer. */
export const MOTOR_FIELDS = {
  'motor.name': text('Name', { link: 'motor', needed: true }),
  'motor.sizeClass': choice(SIZE_CLASSES, 'Size', {
    link: 'motor',
    forms: BRUSHED,
    needed: BRUSHED,
    column: { head: 'size class', also: ['can class'] },
  }),
  'motor.turns': number([0.5, 500], 'turns', 'Turns', { link: 'motor', forms: BRUSHED, help: 'A given kv counts before them', column: {} }),
  'motor.kvRpmPerV': number([5, 100000], 'rpm/V', 'kv', { link: 'motor', needed: BRUSHLESS, column: {} }),
  'motor.diameterMm': number([5, 200], 'mm', 'Can diameter', {
    link: 'motor',
    forms: INRUNNER,
    needed: INRUNNER,
    column: { head: 'diameter', also: ['dia', 'can diameter'] },
  }),
  'motor.lengthMm': number([5, 300], 'mm', 'Can length', {
    link: 'motor',
    forms: INRUNNER,
    needed: INRUNNER,
    help: 'A 3652 is 36 mm by 52 mm',
    column: { head: 'length' },
  }),
  'motor.statorDiameterMm': number([4, 200], 'mm', 'Stator diameter', { link: 'motor', forms: OUTRUNNER, needed: OUTRUNNER, column: {} }),
  'motor.statorHeightMm': number([1, 200], 'mm', 'Stator height', { link: 'motor', forms: OUTRUNNER, needed: OUTRUNNER, column: {} }),
  'motor.poles': whole([2, 100], 'poles', 'Poles', { link: 'motor', forms: BRUSHLESS, multipleOf: 2, column: {} }),
  'motor.sensored': flag('Sensored', { link: 'motor', forms: BRUSHLESS, column: {} }),
  'motor.commutationLagUs': number([0, 1000], 'µs', 'Commutation lag', { link: 'motor', forms: BRUSHLESS }),
  'motor.resistanceOhm': number([0.00005, 200], 'Ω', 'Winding resistance', {
    link: 'motor',
    help: 'Between two motor wires, at 25 °C',
    column: { head: 'resistance' },
  }),
  'motor.noLoadCurrentA': number([0.001, 100], 'A', 'No-load current', { link: 'motor', column: {} }),
  'motor.noLoadVoltageV': number([0.5, 100], 'V', 'No-load volts', { link: 'motor', column: {} }),
  'motor.massG': number([1, 20000], 'g', 'Weight', { link: 'motor', column: { also: ['mass'] } }),
  'motor.shaftMm': number([0.5, 25], 'mm', 'Shaft', { link: 'motor', column: {} }),
  'motor.maxRpm': number([100, 1000000], 'rpm', 'Highest rpm', { link: 'motor', column: { head: 'max rpm' } }),
  'motor.maxCells': whole([1, 60], 'cells', 'Most cells', { link: 'motor', column: { also: ['max cells'] } }),
  'motor.rotorInertiaKgM2': number([0, 0.1], 'kg·m²', 'Rotor inertia', { link: 'motor' }),
  'motor.mountCircleMm': number([3, 200], 'mm', 'Screw circle', {
    link: 'motor',
    help: 'Diameter through the holes in its face',
    column: {},
  }),
  'motor.threadDepthMm': number([0.5, 50], 'mm', 'Thread depth', {
    link: 'motor',
    help: 'Turn a screw in by hand: past the face until it touches',
    column: {},
  }),
  motorCount: whole([1, 8], 'motors', 'Motors on the car', { link: 'motor' }),
  'cooling.motorFans': choice([0, 1, 2], 'Fans on the motor', { link: 'motor', unset: 'none' }),
  'cooling.motorHeatsink': flag('Heat sink on the can', { link: 'motor' }),
};
