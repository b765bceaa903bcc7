import type { FitInput } from './fit-input';

/** In the order of work. */
export const FIT_PHASES = ['before', 'motor', 'gears', 'esc', 'radio', 'first-power', 'first-run'] as const;
export type FitPhase = (typeof FIT_PHASES)[number];

/** A figure to read while at a step, with what is right. */
export interface StepReading {
  what: string;
  /** As figures are kept: mm, V, °C, m. */
  unit: 'mm' | 'V' | '°C' | 'm';
  from?: number;
  to?: number;
}

/** One thing to do at the bench. */
export interface BenchStep {
  /** Stable, so that a tick stays with it while the plan changes. */
  id: string;
  phase: FitPhase;
  title: string;
  why: string;
  /** What it looks like when it is right. */
  right: string;
  /** What can hurt here. */
  caution?: string;
  tools: string[];
  /** Steps that come before it. */
  needs: string[];
  reading?: StepReading;
  /** What it is done for, in words: where this has changed since the tick, it is to be done again. */
  of: string;
}

/** A step before it is known which others there are. */
export type StepDraft = Omit<BenchStep, 'phase' | 'tools' | 'needs' | 'of'> & Partial<Pick<BenchStep, 'tools' | 'needs' | 'of'>>;

/** The steps of one phase, by rules. */
export type StepRule = (input: FitInput) => StepDraft[];

export const short = (value: number): string => String(Number(value.toFixed(2)));
export const mm = (value: number): string => `${short(value)} mm`;
/** A step only where its condition holds. */
export const when = (condition: boolean, step: () => StepDraft): StepDraft[] => (condition ? [step()] : []);
