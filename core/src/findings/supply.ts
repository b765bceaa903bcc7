import type { PlanFile } from '../plan/plan-file';
import { over, type Finding } from './finding';
import type { Limits } from './limits';

/** What the BEC gives against what receiver, servo and fans bear and take. */
export const supplyFindings = (plan: PlanFile, limits: Limits): Finding[] => [...bec(plan), ...becCurrent(plan, limits)];

function bec({ car: { bay = {} }, esc }: PlanFile): Finding[] {
  const limit = Math.min(bay.receiverMaxV ?? Infinity, bay.servoMaxV ?? Infinity);
  if (esc.becV === undefined || esc.becV <= limit) return [];
  const weaker = (bay.servoMaxV ?? Infinity) <= (bay.receiverMaxV ?? Infinity) ? 'servo' : 'receiver';
  return [
    {
      id: 'bec-voltage',
      link: 'esc',
      level: 'stop',
      figure: 'BEC',
      value: esc.becV,
      limit,
      unit: 'V',
      share: esc.becV / limit,
      why: `The ${weaker} bears ${short(limit)} V: set the BEC lower, or it burns.`,
    },
  ];
}

/** What a receiver and a fan take [A]. */
const RECEIVER_A = 0.1;
const FAN_A = 0.2;

function becCurrent({ car: { bay = {} }, esc, cooling }: PlanFile, limits: Limits): Finding[] {
  if (esc.becA === undefined) return [];
  const fans = (cooling?.motorFans ?? 0) + (esc.fan ? 1 : 0);
  const needA = RECEIVER_A + (bay.servoStallA ?? 0) + FAN_A * fans;
  const why = `Receiver${bay.servoStallA === undefined ? '' : ', a servo that is held'}${fans > 0 ? ' and fans' : ''} take ${short(needA)} A of the BEC’s ${short(esc.becA)}: when it gives out, so does the steering.`;
  return over('bec-current', 'esc', 'load on the BEC', needA / esc.becA, limits, 'of its amps', why);
}

const short = (value: number) => String(Number(value.toFixed(2)));
