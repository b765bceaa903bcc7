import type { Esc } from '../plan/plan-file';
import type { ProvenanceLog } from '../plan/provenance';

/** One speed controller, every figure known; with several motors each has its own. */
export interface ResolvedEsc {
  continuousA: number;
  burstA: number;
  resistanceOhm: number;
  massKg: number;
  /** Undefined: the pack's chemistry decides. 0: switched off. */
  cutoffVPerCell: number | undefined;
  /** Heat to still air [W/K], from the trusted share of the continuous rating. */
  conductanceWPerK: number;
}

/** Switching loss in volts: times current gives watts; more at part throttle. */
export const SWITCHING_FULL_V = 0.02;
export const SWITCHING_PART_V = 0.06;
/** Duty from which the bridge no longer chops. */
export const FULL_DUTY = 0.995;
/** A printed continuous rating is believed at this share, settling this far over the air. */
export const TRUSTED_SHARE = 0.65;
const TRUSTED_RISE_K = 65;

/** Fills what an ESC's label leaves out, docs/model.md sections 2 and 5. */
export function resolveEsc(esc: Esc, log: ProvenanceLog): ResolvedEsc {
  log.given('esc.continuousA', 'label', esc.continuousA);
  const resistanceOhm = log.take('esc.resistanceOhm', esc.resistanceOhm, 'label', '0.11 Ω divided by the rated amps', () => 0.11 / esc.continuousA);
  const trustedA = TRUSTED_SHARE * esc.continuousA;
  return {
    continuousA: esc.continuousA,
    burstA: log.take('esc.burstA', esc.burstA, 'label', '4 × the continuous rating', () => 4 * esc.continuousA),
    resistanceOhm,
    massKg: log.take('esc.massG', esc.massG, 'label', '20 g and 0.75 g per amp', () => 20 + 0.75 * esc.continuousA) / 1000,
    cutoffVPerCell: esc.cutoffVPerCell,
    conductanceWPerK: (trustedA * trustedA * resistanceOhm + SWITCHING_FULL_V * trustedA) / TRUSTED_RISE_K,
  };
}
