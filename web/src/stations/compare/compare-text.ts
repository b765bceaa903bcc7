import type { PowerShares, PowerSink, SetupDifference } from '@puddler/core';
import { formatNumber, unitOf, type UnitSystem } from '@puddler/figures';
import { isBurnt } from '../../active/heat-text';

/** What each setup is called on the page: a letter, and how it is drawn. */
export const LETTERS = ['A', 'B', 'C', 'D'] as const;
export const TONES = ['ink', 'ember', 'steel', 'soft'] as const;

/** “heats its winding”: how each share of the power reads. */
const SINK_WORDS: Record<PowerSink, string> = {
  pack: 'heats its cells',
  wires: 'heats its leads',
  esc: 'heats its ESC',
  winding: 'heats its winding',
  brushes: 'is lost at its brushes',
  lag: 'is lost to late commutation',
  iron: 'is lost in its iron and bearings',
  gears: 'is lost in its gears',
  slip: 'is lost to slipping tyres',
  rolling: 'rolls its tyres',
  air: 'pushes the air',
  slope: 'lifts it',
};
/** Shares that are losses: those that move the car only say how fast it is. */
const LOSSES: readonly PowerSink[] = ['pack', 'wires', 'esc', 'winding', 'brushes', 'lag', 'iron', 'gears', 'slip'];

const percent = (share: number) => `${formatNumber(100 * share, share < 0.0995 ? 1 : 0)} %`;
const MOST_SHARES = 2;
/** Differences smaller than these are none. */
const SAME_SPEED_MS = 0.03;
const SAME_TIMES = 0.005;

/** Why one setup is faster or slower than the first, from the power balance: gearing and volts, load, and where the power goes. */
export function differenceText(
  first: PowerShares,
  other: PowerShares,
  { speedMs, noLoadTimes, underLoadTimes, shares }: SetupDifference,
  system: UnitSystem,
): string {
  const speed = unitOf('m/s', system);
  const words: string[] = [];
  if (other.topSpeedMs <= 0 || first.topSpeedMs <= 0) return other.topSpeedMs <= 0 ? 'It does not move.' : 'The first does not move.';
  const by = `${formatNumber(Math.abs(speedMs) * speed.factor, 1)} ${speed.symbol}`;
  words.push(Math.abs(speedMs) < SAME_SPEED_MS ? 'As fast' : `${by} ${speedMs > 0 ? 'faster' : 'slower'}`);
  const reasons: string[] = [];
  if (Math.abs(noLoadTimes - 1) >= SAME_TIMES)
    reasons.push(
      `volts, kv and gears would make it ${formatNumber(100 * Math.abs(noLoadTimes - 1), 0)} % ${noLoadTimes > 1 ? 'faster' : 'slower'} without load`,
    );
  if (Math.abs(underLoadTimes - 1) >= SAME_TIMES)
    reasons.push(
      `the road pulls it down by ${percent(1 - other.topSpeedMs / other.noLoadMs)} against ${percent(1 - first.topSpeedMs / first.noLoadMs)}`,
    );
  const power = `it takes ${formatNumber(other.cellsW, 0)} W from the cells against ${formatNumber(first.cellsW, 0)}`;
  // Only what tells for the difference: a slower one’s greater losses, a faster one’s smaller.
  const lost = shares.filter((one) => LOSSES.includes(one.sink) && one.this > one.first === speedMs < 0).slice(0, MOST_SHARES);
  const sinks = lost.map((one) => `${percent(one.this)} of it ${SINK_WORDS[one.sink]} against ${percent(one.first)}`);
  return `${words[0]}: ${[...reasons, power, ...sinks].join('; ')}.`;
}

/** “11 K hotter”, from the runs. */
export function heatText(firstC: number, otherC: number, first: PowerShares, other: PowerShares, system: UnitSystem): string {
  const by = (otherC - firstC) * unitOf('°C', system).factor;
  const unit = system === 'metric' ? 'K' : '°F';
  const heat = `at top speed ${formatNumber(other.motorHeatW, 0)} W stay in the motor against ${formatNumber(first.motorHeatW, 0)}`;
  if (isBurnt(otherC)) return `Its can burns: ${heat}.`;
  if (isBurnt(firstC)) return `Its can does not burn: ${heat}.`;
  if (Math.abs(by) < 0.5) return `Its can gets as hot: ${heat}.`;
  return `Its can gets ${formatNumber(Math.abs(by), 0)} ${unit} ${by > 0 ? 'hotter' : 'cooler'}: ${heat}.`;
}
