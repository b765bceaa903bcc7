import { DEFAULT_LIMITS } from '../findings/limits';
import type { ResolvedPlan } from '../resolve/resolved-plan';
import type { Temperatures } from '../predict/cool-down';

export const LOSABLE = ['motor', 'esc', 'pack'] as const;
export type Lost = (typeof LOSABLE)[number];

/** Share of its life that heat has used up of each part; at 1 it is lost. The can's is that of magnets and bearings. */
export type Wear = Record<keyof Temperatures, number>;

export const NEW: Wear = { windingC: 0, canC: 0, escC: 0, packC: 0 };

/** How long a part bears its stop limit [s], and what it is of. Each ten degrees more halve that, as they do for varnish, glue and cells. */
const BEARS: Record<keyof Temperatures, { atC: number; seconds: number; of: Lost }> = {
  windingC: { atC: DEFAULT_LIMITS['winding-temperature'].stop, seconds: 300, of: 'motor' },
  canC: { atC: DEFAULT_LIMITS['motor-temperature'].stop, seconds: 900, of: 'motor' },
  escC: { atC: DEFAULT_LIMITS['esc-temperature'].stop, seconds: 600, of: 'esc' },
  packC: { atC: DEFAULT_LIMITS['pack-temperature'].stop, seconds: 900, of: 'pack' },
};
const HALVED_BY_K = 10;
const PARTS = Object.keys(BEARS) as (keyof Temperatures)[];

/** Wear after some seconds at these temperatures. Under its limit a part bears what it is asked for as long as a day is. */
export function wornBy(wear: Wear, at: Temperatures, seconds: number): Wear {
  const hot = PARTS.filter((part) => at[part] > BEARS[part].atC);
  if (hot.length === 0) return wear;
  const used = (part: keyof Temperatures) => (seconds / BEARS[part].seconds) * 2 ** ((at[part] - BEARS[part].atC) / HALVED_BY_K);
  return { ...wear, ...Object.fromEntries(hot.map((part) => [part, wear[part] + used(part)])) };
}

/** The part that is lost, if one is. */
export function lostOf(wear: Wear): Lost | undefined {
  const part = PARTS.find((one) => wear[one] >= 1);
  return part && BEARS[part].of;
}

/** Share of their field that magnets have lost at the end of their life. */
const MAGNETS_LOSE = 0.06;

/** A motor whose magnets were too hot turns faster for its volts and makes less torque of an amp. */
export function weaken(motor: ResolvedPlan['motor'], wear: Wear): void {
  const field = 1 - MAGNETS_LOSE * Math.min(1, wear.canC);
  motor.kvRpmPerV /= field;
  motor.torqueConstantNmPerA *= field;
  motor.motorConstant *= field;
}
