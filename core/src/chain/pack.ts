import type { Chemistry, Esc, Pack, PlanFile } from '../plan/plan-file';
import { givenCRating } from '../plan/pack-rating';
import { wordFor } from '../plan/words';
import { PlanError } from '../plan/plan-error';
import type { ProvenanceLog } from '../plan/provenance';
import { REFERENCE_C, ZERO_C_IN_K } from './constants';

/** All packs of a car as one source. */
export interface ResolvedPack {
  cells: number;
  /** Capacity of the whole [Ah]: the smallest in series, the sum in parallel. */
  capacityAh: number;
  /** Resistance of the whole at 25 °C, without the wires [Ω]. */
  resistanceOhm: number;
  massKg: number;
  /** Bus voltage under which the ESC stops [V]; 0 when the cut-off is off. */
  cutoffV: number;
  /** Open-circuit voltage of the whole at each of OCV_CHARGE [V]. */
  openCircuitV: readonly number[];
}

/** Charges at which the curves below are given. */
export const OCV_CHARGE = [0, 0.05, 0.1, 0.2, 0.3, 0.4, 0.5, 0.6, 0.7, 0.8, 0.9, 1] as const;

const LIPO = [3.27, 3.5, 3.63, 3.71, 3.76, 3.79, 3.82, 3.86, 3.93, 4.0, 4.08, 4.18];

/** Open-circuit voltage of one cell by chemistry at OCV_CHARGE [V], docs/model.md section 3. */
export const CELL_OCV: Record<Chemistry, readonly number[]> = {
  lipo: LIPO,
  lihv: LIPO.map((volts, i) => volts + 0.15 * OCV_CHARGE[i]!),
  liion: [2.8, 3.15, 3.3, 3.45, 3.54, 3.61, 3.68, 3.77, 3.86, 3.95, 4.05, 4.18],
  life: [2.6, 3.0, 3.15, 3.22, 3.26, 3.28, 3.29, 3.3, 3.31, 3.32, 3.33, 3.45],
  nimh: [1.0, 1.12, 1.17, 1.21, 1.23, 1.245, 1.255, 1.265, 1.28, 1.295, 1.32, 1.4],
};

/** Cut-off per cell when the ESC names none [V]. */
export const DEFAULT_CUTOFF_V: Record<Chemistry, number> = { lipo: 3.4, lihv: 3.4, liion: 3.0, life: 2.8, nimh: 0.9 };

const MASS_G_PER_CELL_AH: Record<Chemistry, number> = { lipo: 25, lihv: 25, liion: 18, life: 32, nimh: 19.5 };
const PACK_SHELL_G = 10;
/** A cell of 1 Ah and 1C [Ω]. Printed ratings flatter: twice the rating is 0.7 of the resistance. */
const CELL_OHM_AT_1C_1AH = 0.085;
/** Without a C rating [Ω]; a lithium polymer cell spreads too widely for a guess. */
const CELL_OHM_WITHOUT_RATING: Partial<Record<Chemistry, number>> = { nimh: 0.006, life: 0.006, liion: 0.02 };
/** Cold cells resist more: R(T) = R25·exp(K·(1/T − 1/T25)). */
const COLD_K = 2000;

const ohmOf = (cRating: number, capacityAh: number): number => CELL_OHM_AT_1C_1AH / (Math.sqrt(cRating) * capacityAh);

function cellResistance(pack: Pack, path: `packs[${number}]`, log: ProvenanceLog): number {
  if (pack.cellResistanceOhm === undefined && pack.cRating !== undefined && givenCRating(pack) === undefined) {
    const usual = ohmOf(pack.cRating, pack.capacityAh);
    log.given(`${path}.cRating`, 'typical', pack.cRating);
    log.given(`${path}.cellResistanceOhm`, 'typical', usual, `as of ${pack.cRating}C, since no C rating is given`);
    return usual;
  }
  const rule = pack.cRating === undefined ? `usual for ${wordFor(pack.chemistry)}` : `from its printed ${pack.cRating}C, of which the root counts`;
  return log.take(`${path}.cellResistanceOhm`, pack.cellResistanceOhm, 'label', rule, () => {
    if (pack.cRating !== undefined) return ohmOf(pack.cRating, pack.capacityAh);
    const usual = CELL_OHM_WITHOUT_RATING[pack.chemistry];
    if (usual === undefined) throw new PlanError(`${path}.cRating`, undefined, `a ${pack.chemistry} pack needs cRating or cellResistanceOhm`);
    return usual;
  });
}

/** Factor on pack resistance at a temperature [°C]. */
export function coldFactor(packC: number): number {
  return Math.exp(COLD_K * (1 / (packC + ZERO_C_IN_K) - 1 / (REFERENCE_C + ZERO_C_IN_K)));
}

/**
 * Joins the plan's packs into one source. In series charge is shared and each pack keeps its own curve;
 * in parallel all must be of one chemistry and cell count (PlanError otherwise).
 */
export function resolvePacks(packs: Pack[], wiring: NonNullable<PlanFile['packWiring']>, esc: Esc, log: ProvenanceLog): ResolvedPack {
  const [first] = packs;
  if (!first) throw new PlanError('packs', packs, 'at least one pack');
  if (wiring === 'parallel' && packs.some((p) => p.chemistry !== first.chemistry || p.cells !== first.cells)) {
    throw new PlanError(
      'packs',
      packs.map((p) => `${p.cells}S ${p.chemistry}`).join(', '),
      'packs in parallel must have the same chemistry and cell count',
    );
  }
  let massKg = 0;
  const ohms = packs.map((pack, i) => {
    const path: `packs[${number}]` = `packs[${i}]`;
    log.given(`${path}.capacityAh`, 'label', pack.capacityAh);
    massKg +=
      log.take(
        `${path}.massG`,
        pack.massG,
        'label',
        `${MASS_G_PER_CELL_AH[pack.chemistry]} g per cell and Ah, 10 g for the shell`,
        () => MASS_G_PER_CELL_AH[pack.chemistry] * pack.cells * pack.capacityAh + PACK_SHELL_G,
      ) / 1000;
    return pack.cells * cellResistance(pack, path, log);
  });
  log.take('esc.cutoffVPerCell', esc.cutoffVPerCell, 'label', `usual for ${wordFor(first.chemistry)}`, () => DEFAULT_CUTOFF_V[first.chemistry]);
  const inSeries = wiring === 'parallel' ? [first] : packs;
  const sumOverSeries = (figure: (pack: Pack) => number) => inSeries.reduce((sum, pack) => sum + pack.cells * figure(pack), 0);
  const capacities = packs.map((p) => p.capacityAh);
  return {
    cells: sumOverSeries(() => 1),
    capacityAh: wiring === 'parallel' ? capacities.reduce((a, b) => a + b) : Math.min(...capacities),
    resistanceOhm: wiring === 'parallel' ? 1 / ohms.reduce((sum, ohm) => sum + 1 / ohm, 0) : ohms.reduce((a, b) => a + b),
    massKg,
    cutoffV: sumOverSeries((pack) => esc.cutoffVPerCell ?? DEFAULT_CUTOFF_V[pack.chemistry]),
    openCircuitV: OCV_CHARGE.map((_, i) => sumOverSeries((pack) => CELL_OCV[pack.chemistry][i]!)),
  };
}

/** Open-circuit voltage of the whole at a charge, linear between the curve's points; held at the ends. */
export function openCircuitV(pack: ResolvedPack, charge: number): number {
  const curve = pack.openCircuitV;
  if (charge <= 0) return curve[0]!;
  if (charge >= 1) return curve[curve.length - 1]!;
  // The grid is even from 0.1 up, and has one point between 0 and 0.1.
  const i = charge < 0.1 ? (charge < 0.05 ? 0 : 1) : Math.min(10, Math.floor(charge * 10 + 1e-9) + 1);
  const from = OCV_CHARGE[i]!;
  return curve[i]! + ((curve[i + 1]! - curve[i]!) * (charge - from)) / (OCV_CHARGE[i + 1]! - from);
}
