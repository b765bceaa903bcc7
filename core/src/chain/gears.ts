import type { Car, Gearing } from '../plan/plan-file';

/** Motor turns for one turn of the wheel. Direct drive has neither pinion nor spur. */
export function finalDriveRatio(car: Car, gearing: Gearing): number {
  const { pinion, spur, gearboxRatio = 1 } = gearing;
  const mesh = pinion !== undefined && spur !== undefined ? spur / pinion : 1;
  return mesh * car.internalRatio * gearboxRatio;
}

/** Road covered in one turn of the motor [m], on a tyre that has not grown. */
export function rolloutM(tyreDiameterM: number, ratio: number): number {
  return (Math.PI * tyreDiameterM) / ratio;
}

/** Speed of the car for each rpm of its motor [m/s], on a tyre that has not grown. */
export const metresPerRpm = ({ car, ratio }: { car: { tyreDiameterM: number }; ratio: number }): number => rolloutM(car.tyreDiameterM, ratio) / 60;

/** Fewer teeth than this are hardly cut, and undercut ones wear a spur: none are proposed. One that is on the car counts as it is. */
export const SMALLEST_PINION = 8;
