import { capitalized, RUN_AT } from '@puddler/core';
import type { Ladder, LadderStep, StepStop, StepGears, VerdictLevel } from '@puddler/core';
import { formatIn, formatNumber, unitOf, type UnitSystem } from '@puddler/figures';
import { isBurnt } from '../../active/heat-text';

/** “15/58”, with what is left of full throttle where it is held back. */
export function gearsText({ pinion, spur, capShare }: StepGears): string {
  const gears = pinion === undefined || spur === undefined ? 'direct' : `${pinion}/${spur}`;
  return capShare === undefined || capShare >= 1 ? gears : `${gears}, throttle at ${Math.round(100 * capShare)} %`;
}

export const VERDICT_WORDS: Record<VerdictLevel, { word: string; tone: 'good' | 'caution' | 'stop' }> = {
  go: { word: 'Go on', tone: 'good' },
  hold: { word: 'Hold', tone: 'caution' },
  back: { word: 'Go back', tone: 'stop' },
};
export const TONE_TEXT = { good: 'text-good', caution: 'text-caution', stop: 'text-stop' } as const;

const STOP_WORDS: Record<StepStop['id'], { what: string; unit: string }> = {
  'motor-temperature': { what: 'the motor', unit: '°C' },
  'winding-temperature': { what: 'the winding inside', unit: '°C' },
  'esc-temperature': { what: 'the ESC', unit: '°C' },
  'pack-temperature': { what: 'the pack', unit: '°C' },
  'esc-continuous': { what: 'the ESC’s amps', unit: 'share' },
  'motor-rpm': { what: 'the motor’s rpm', unit: 'share' },
  'electrical-rpm': { what: 'the electrical rpm', unit: 'rpm' },
  ballooning: { what: 'the growth of the tyres', unit: 'growth' },
  'pack-current': { what: 'the pack’s peak', unit: 'share' },
  driveline: { what: 'the pull on the driveline', unit: 'times' },
};

/** What forbids the next step, with its figures. */
export function stopText({ id, gate, value, limit }: StepStop, system: UnitSystem): string {
  const { what, unit } = STOP_WORDS[id];
  const when = gate === 'passes' ? 'in the two passes' : 'over the planned run';
  if (unit === 'growth')
    return `${what} could reach ${formatNumber(100 * value, 0)} % of their diameter; ${formatNumber(100 * limit, 0)} % is their end`;
  if (unit === 'times')
    return `${what} could reach ${formatNumber(value, 1)} times what the car was made for; ${formatNumber(limit, 1)} times is its end`;
  if (unit === 'rpm') return `${what} could reach ${formatNumber(value, 0)}; ${formatNumber(limit, 0)} is the ESC’s end`;
  if (unit === 'share')
    return `${what} could reach ${formatNumber(100 * value, 0)} % of what it stands; ${formatNumber(100 * limit, 0)} % is its end`;
  if (isBurnt(value)) return `${what} could burn ${when}; ${formatIn(limit, unitOf(unit, system))} ${unitOf(unit, system).symbol} is its end`;
  // A value just over its limit must not read the same as that.
  const shown = { ...unitOf(unit, system), digits: 0 };
  const over = { ...shown, digits: formatIn(value, shown) === formatIn(limit, shown) ? 1 : 0 };
  return `${what} could reach ${formatIn(value, over)} ${shown.symbol} ${when}; ${formatIn(limit, shown)} ${shown.symbol} is its end`;
}

/** What would have to change for more. */
const CHANGE_WORDS: Record<StepStop['id'], string> = {
  'motor-temperature': 'Shorter runs, a fan, fewer kv or volts, a larger motor; or runs in the log, which make the band narrower.',
  'winding-temperature': 'Shorter runs, fewer kv or volts, a larger motor; or runs in the log, which make the band narrower.',
  'esc-temperature': 'A larger ESC, a fan on it, or shorter runs.',
  'pack-temperature': 'A pack of more capacity or a lower resistance, or shorter runs.',
  'esc-continuous': 'A larger ESC, or fewer amps: less kv, a smaller pinion, fewer cells.',
  'motor-rpm': 'Fewer kv or fewer cells.',
  'electrical-rpm': 'A motor of fewer poles, or fewer kv.',
  ballooning: 'Belted or foam tyres, or a lower speed.',
  'pack-current': 'A pack or a plug that bears more.',
  driveline: 'A stronger driveline, or less motor.',
};
const HUNDREDTHS: Record<number, string> = { 10: 'one of ten cars', 25: 'one of four cars', 75: 'three of four cars', 90: 'nine of ten cars' };
const inHundredText = (hundredths: number): string => HUNDREDTHS[hundredths] ?? `${hundredths} of a hundred cars`;

/** How sure the planned run of each step must be, where its range goes over the limit. */
export const RUN_GATE_TEXT = `Steps are safe for that run in ${inHundredText(100 * RUN_AT.unread)} like this, and in ${inHundredText(100 * RUN_AT.read)} once its log holds ${RUN_AT.readFrom} readings of the can.`;

export function outcomeText(
  { outcome, steps, because }: Ladder,
  system: UnitSystem,
): { text: string; why: string | undefined; change: string | undefined } {
  const why = because && `${capitalized(stopText(because, system))}, in ${inHundredText(because.inHundred)} like this.`;
  const change = because && CHANGE_WORDS[because.id];
  if (outcome === 'reached')
    return { text: `${steps.length === 1 ? 'One step' : `${steps.length} steps`} to the target.`, why: undefined, change: undefined };
  if (outcome === 'no-start') return { text: 'Even the gentlest step is too much.', why, change };
  return { text: `No safe way leads to the target: it ends at ${gearsText(endOf(steps))}.`, why, change };
}

const endOf = (steps: readonly LadderStep[]): StepGears => {
  const { gearing } = steps[steps.length - 1]!;
  return { pinion: gearing.pinion, spur: gearing.spur, ...(gearing.kind === 'cap' ? { capShare: gearing.share } : {}) };
};

/** “4:05”. */
export function clockText(seconds: number): string {
  const whole = Math.max(0, Math.round(seconds));
  return `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, '0')}`;
}
