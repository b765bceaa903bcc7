import type { FitPhase, StepReading, WhichWayQuestion } from '@puddler/core';
import { formatIn, unitOf, type UnitSystem } from '@puddler/figures';

export const PHASE_WORDS: Record<FitPhase, string> = {
  before: 'Before',
  motor: 'Motor',
  gears: 'Gears',
  esc: 'ESC and plugs',
  radio: 'Radio',
  'first-power': 'First power',
  'first-run': 'First run',
};

/** “3.20 to 3.25 mm”, “at most 6 V”; empty where anything is right. */
export function rightReading({ unit: keptIn, from, to }: StepReading, system: UnitSystem): string {
  const unit = unitOf(keptIn, system);
  const fine = { ...unit, digits: keptIn === 'mm' ? (system === 'metric' ? 3 : 4) : keptIn === 'V' ? 1 : unit.digits };
  const say = (value: number) => formatIn(value, fine);
  if (from !== undefined && to !== undefined) return `${say(from)} to ${say(to)} ${unit.symbol}`;
  if (from !== undefined) return `at least ${say(from)} ${unit.symbol}`;
  return to === undefined ? '' : `at most ${say(to)} ${unit.symbol}`;
}

export const QUESTION_WORDS: Record<WhichWayQuestion, string> = {
  trigger: 'Trigger pulled, it',
  brake: 'The brake',
  speed: 'Forward and reverse',
  steering: 'It steers',
  drive: 'The motor is',
  motors: 'There is',
  reverseSwitch: 'The radio can reverse a channel',
};

export const ANSWER_WORDS: Record<string, string> = {
  forward: 'drives forward',
  backward: 'drives backward',
  'brake-first': 'brakes first, then drives in reverse',
  stutters: 'stutters from standstill',
  refuses: 'does nothing, or calibration refuses',
  fight: 'strains, hot and slow',
  'one-hotter': 'drives, but a motor gets too hot',
  dies: 'loses control close by',
  works: 'works',
  none: 'does not work',
  'one-way': 'works only one way',
  untried: 'not tried yet',
  same: 'are alike',
  'forward-slower': 'forward is slower',
  right: 'the right way',
  reversed: 'to the other side',
  sensorless: 'without a sensor',
  sensored: 'with a sensor',
  'one-piece': 'one piece with its ESC',
  one: 'one motor',
  two: 'two motors',
  yes: 'yes',
  no: 'no',
};
