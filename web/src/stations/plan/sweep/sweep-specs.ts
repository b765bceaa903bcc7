import { RANGES, type Range, type RangePath } from '@puddler/contract/shared';
import { packLimitA, SWEPT, sweptPath, sweptValue, type Limits, type PlanFile, type SweepAnswers, type Swept } from '@puddler/core';
import { unitOf, type Unit, type UnitSystem } from '@puddler/figures';

/** Words for the figures that can be swept. */
export const SWEPT_WORDS: Record<Swept, string> = {
  kv: 'kv',
  turns: 'turns',
  cells: 'cells',
  pinion: 'pinion',
  spur: 'spur',
  mass: 'weight',
  tyre: 'tyre',
  ambient: 'air',
  slope: 'slope',
};

export function sweptRange(swept: Swept): Range {
  return RANGES[sweptPath(swept).replace(/\[\d+\]/g, '') as RangePath];
}

/** The figures that a plan has. */
export const sweptOf = (file: PlanFile): Swept[] => SWEPT.filter((swept) => sweptValue(file, swept) !== undefined);

/** A range around the present figure that is worth a look. */
export function usualSpan(file: PlanFile, swept: Swept): [number, number] {
  const now = sweptValue(file, swept)!;
  const { min, max } = sweptRange(swept);
  const span = ((): [number, number] => {
    switch (swept) {
      case 'cells':
        return [Math.max(1, now - 2), now + 3];
      case 'pinion':
      case 'spur':
        return [now - Math.max(5, Math.round(0.35 * now)), now + Math.max(5, Math.round(0.35 * now))];
      case 'ambient':
        return [now - 20, now + 25];
      case 'slope':
        return [now - 5, now + 25];
      case 'tyre':
        return [0.8 * now, 1.25 * now];
      case 'kv':
      case 'turns':
      case 'mass':
        return [0.6 * now, 1.5 * now];
    }
  })();
  return [Math.max(min, round(span[0])), Math.min(max, round(span[1]))];
}

const round = (value: number) => Number(value.toPrecision(2));

export const SWEEP_ANSWERS = [
  'topSpeedMs',
  'maxCanC',
  'peakPackCurrentA',
  'packCurrentA',
  'minutes',
  'maxEscC',
  'maxWindingC',
  'motorEfficiency',
] as const;
export type SweepAnswerId = (typeof SWEEP_ANSWERS)[number];

export interface AnswerSpec {
  label: string;
  unit: (system: UnitSystem) => Unit;
  tone: 'ink' | 'ember' | 'steel' | 'soft';
}

export const ANSWER_SPECS: Record<SweepAnswerId, AnswerSpec> = {
  topSpeedMs: { label: 'top speed', unit: (system) => unitOf('m/s', system), tone: 'ink' },
  maxCanC: { label: 'can', unit: (system) => unitOf('°C', system), tone: 'ember' },
  peakPackCurrentA: { label: 'peak current', unit: () => ({ symbol: 'A', factor: 1, digits: 0 }), tone: 'steel' },
  packCurrentA: { label: 'current at speed', unit: () => ({ symbol: 'A', factor: 1, digits: 1 }), tone: 'steel' },
  minutes: { label: 'to cut-off', unit: () => ({ symbol: 'min', factor: 1, digits: 0 }), tone: 'soft' },
  maxEscC: { label: 'ESC', unit: (system) => unitOf('°C', system), tone: 'steel' },
  maxWindingC: { label: 'winding', unit: (system) => unitOf('°C', system), tone: 'ember' },
  motorEfficiency: { label: 'motor efficiency', unit: () => ({ symbol: '%', factor: 100, digits: 0 }), tone: 'soft' },
};

/** A limit that may run through a map: where `of` reaches `at`. */
export interface Border {
  id: string;
  label: string;
  tone: 'caution' | 'stop';
  of: (answers: SweepAnswers) => number;
  at: number;
}

/** The limits of docs/model.md section 7 that a sweep knows the figures of. */
export function bordersOf(limits: Limits): Border[] {
  const rows: [keyof SweepAnswers, keyof Limits, string][] = [
    ['maxCanC', 'motor-temperature', 'can'],
    ['maxWindingC', 'winding-temperature', 'winding'],
    ['maxEscC', 'esc-temperature', 'ESC'],
    ['escBurst', 'esc-burst', 'ESC peak'],
    ['packCurrent', 'pack-current', 'pack peak'],
    ['motorRpm', 'motor-rpm', 'motor rpm'],
    ['motorLoad', 'motor-load', 'motor load'],
  ];
  return rows.flatMap(([figure, id, label]) =>
    (['caution', 'stop'] as const).flatMap((tone): Border[] => {
      const at = limits[id][tone];
      return at === undefined ? [] : [{ id: `${id}-${tone}`, label: `${label} ${tone}`, tone, of: (answers) => answers[figure], at }];
    }),
  );
}

/** The limits of one answer, in its own unit: temperatures, efficiency, what label and plug allow, the minutes wanted. */
export function linesOf(id: SweepAnswerId, file: PlanFile, limits: Limits): { at: number; label: string; tone: 'caution' | 'stop' }[] {
  const of = (limit: keyof Limits) =>
    (['caution', 'stop'] as const).flatMap((tone) => {
      const at = limits[limit][tone];
      return at === undefined ? [] : [{ at, label: tone, tone }];
    });
  switch (id) {
    case 'maxCanC':
      return of('motor-temperature');
    case 'maxWindingC':
      return of('winding-temperature');
    case 'maxEscC':
      return of('esc-temperature');
    case 'motorEfficiency':
      return [];
    case 'peakPackCurrentA': {
      const at = packLimitA(file);
      return at === undefined ? [] : [{ at, label: 'label and plug', tone: 'stop' }];
    }
    case 'minutes':
      return file.run ? [{ at: file.run.minutes, label: 'wanted', tone: 'caution' }] : [];
    case 'topSpeedMs':
    case 'packCurrentA':
      return [];
  }
}

/** The answer that curves show beside those they always do. */
export const thirdOf = (answer: SweepAnswerId, always: readonly SweepAnswerId[]): SweepAnswerId =>
  always.includes(answer) ? 'peakPackCurrentA' : answer;
