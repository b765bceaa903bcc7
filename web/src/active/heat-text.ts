import { BURNT_C, type Band, type MotorHeat, type Run } from '@puddler/core';
import { min } from 'd3-array';
import { formatIn, formatNumber, toShown, type Unit } from '@puddler/figures';

/** What stands for a temperature that no part bears: beyond it no figure means anything. */
export const BURNS = 'burns';

export const isBurnt = (c: number): boolean => c > BURNT_C;

/** “84”, or that it burns. */
export const heatFigure = (c: number, warm: Unit): string => (isBurnt(c) ? BURNS : formatIn(c, warm));

/** “84 °C”, or that it burns. */
export const heatWords = (c: number, warm: Unit): string => (isBurnt(c) ? BURNS : `${formatIn(c, warm)} ${warm.symbol}`);

/** “54–64”; a range whose upper end burns says so. */
export const heatRange = ({ p10, p90 }: Band, warm: Unit): string =>
  isBurnt(p10)
    ? BURNS
    : isBurnt(p90)
      ? `${formatIn(p10, warm)} or ${BURNS}`
      : `${formatIn(p10, warm)}${toShown(p10, warm) < 0 ? ' to ' : '–'}${formatIn(p90, warm)}`;

/** When the first part of a run burns [s]. */
export const firstBurntS = ({ burntS }: Pick<Run, 'burntS'>): number | undefined => min(Object.values(burntS));

/** When the motor of a run burns, winding or can [s]. */
export const motorBurntS = ({ burntS }: Pick<Run, 'burntS'>): number | undefined => min([burntS.windingC, burntS.canC], (atS) => atS);

/** “within 2 min”. */
export const withinMinutes = (burntS: number): string => `within ${formatNumber(Math.ceil(burntS / 60), 0)} min`;

/** Highest temperature of the can [°C]; beyond every figure where the motor burns: its winding does before the can is as hot. */
export const motorHeatC = (run: MotorHeat): number => (motorBurntS(run) === undefined ? run.maxCanC : Infinity);

/** “can 83 °C”, or within which minute the motor burns. */
export function motorHeatWords(run: MotorHeat, warm: Unit): string {
  const burntS = motorBurntS(run);
  return burntS === undefined ? `can ${heatWords(run.maxCanC, warm)}` : `motor ${BURNS} ${withinMinutes(burntS)}`;
}

/** A temperature for a drawing, which ends where parts burn. */
export const heatDrawn = (c: number, warm: Unit): number => toShown(Math.min(c, BURNT_C), warm);
