import type { ResolvedPack } from '../chain/pack';
import type { Chemistry, Esc, PlanFile } from '../plan/plan-file';
import type { Limits } from './limits';
import { packLimitA } from '../chain/pack-limit';
import { minutesToCutoff } from '../predict/bands';
import { heatOf } from '../predict/run-types';
import { over, under, type Finding, type FindingInput } from './finding';

/** Cells of NiMH that stand for one of lithium: ratings are printed for lithium. */
const NIMH_A_LITHIUM_CELL = 3;
/**
 * Cells on an ESC whose label nobody read: from so many on it is a caution, on an ESC for brushed motors sooner, and from so many a stop. Few ESCs of this
 * size bear seven.
 */
const UNRATED = { caution: 4, cautionBrushed: 3, stop: 7 };
/** The table's volts are a LiPo's; other lithium cells run lower by this much [V], as their usual cut-offs do. */
const LOWER_V: Partial<Record<Chemistry, number>> = { lipo: 0, lihv: 0, liion: 0.4, life: 0.6 };

/** Pack and ESC: cells, currents, sag, cut-off, minutes. */
export function electricFindings(input: FindingInput): Finding[] {
  return [...cellFindings(input, input.limits), ...esc(input), ...pack(input), ...cutoff(input), ...runtime(input)];
}

/** Cells as ratings count them. */
function ratedCells({ plan, resolved }: { plan: Pick<PlanFile, 'packs'>; resolved: { pack: { cells: number } } }): number {
  return plan.packs[0]!.chemistry === 'nimh' ? Math.ceil(resolved.pack.cells / NIMH_A_LITHIUM_CELL) : resolved.pack.cells;
}

/** Cells and full volts against what ESC, its capacitor and the motor are rated for. */
export function cellFindings(
  input: { plan: Pick<PlanFile, 'esc' | 'motor' | 'packs'>; resolved: { pack: Pick<ResolvedPack, 'cells' | 'openCircuitV'> } },
  limits: Limits,
): Finding[] {
  const { esc, motor } = input.plan;
  const count = ratedCells(input);
  const words = input.plan.packs[0]!.chemistry === 'nimh' ? `${input.resolved.pack.cells} NiMH cells, as ${count} of lithium,` : `${count} cells`;
  const found: Finding[] = [];
  const stop = (id: 'esc-cells' | 'motor-cells', link: 'esc' | 'motor', limit: number, why: string) =>
    found.push({
      id,
      link,
      level: 'stop',
      figure: id === 'esc-cells' ? 'cells on the ESC' : 'cells on the motor',
      value: count,
      limit,
      unit: 'cells',
      share: count > limit ? count / limit : limit / count,
      why,
    });
  if (esc.maxCells !== undefined && count > esc.maxCells)
    stop('esc-cells', 'esc', esc.maxCells, `${words} are more than the ESC’s ${esc.maxCells}: it burns at the first plug-in.`);
  if (esc.minCells !== undefined && count < esc.minCells)
    stop('esc-cells', 'esc', esc.minCells, `${words} are fewer than the ${esc.minCells} the ESC needs: it does not start.`);
  if (esc.maxCells === undefined) found.push(unratedEsc(count, words, motor.kind === 'brushed'));
  if (motor.maxCells !== undefined && count > motor.maxCells)
    stop('motor-cells', 'motor', motor.maxCells, `${words} are more than the motor’s ${motor.maxCells}.`);
  return [...found, ...capacitor(esc, input.resolved.pack, limits)];
}

function unratedEsc(count: number, words: string, brushed: boolean): Finding {
  const caution = brushed ? UNRATED.cautionBrushed : UNRATED.caution;
  const level = count >= UNRATED.stop ? 'stop' : count >= caution ? 'caution' : 'info';
  const limit = (level === 'info' ? caution : UNRATED.stop) - 1;
  const why =
    level === 'info'
      ? `How many cells the ESC bears is not known: read it on its label before ${words.replace(/,$/, '')} are plugged in.`
      : `How many cells the ESC bears is not known, and ${words} are more than many do: read it on its label before the pack is plugged in.`;
  return {
    id: 'esc-cells',
    link: 'esc',
    level,
    figure: 'cells on the ESC',
    value: count,
    limit,
    unit: 'cells',
    share: count / limit,
    why,
    unrated: true,
  };
}

function capacitor({ capacitorV }: Esc, { openCircuitV }: Pick<ResolvedPack, 'openCircuitV'>, limits: Limits): Finding[] {
  if (capacitorV === undefined) return [];
  const fullV = openCircuitV[openCircuitV.length - 1]!;
  const why = `A full pack has ${fullV.toFixed(1)} V and the capacitor is rated for ${capacitorV}: spikes go higher still, so take the next rating up.`;
  return over('capacitor', 'esc', 'volts on the capacitor', fullV / capacitorV, limits, 'of its rating', why);
}

function esc({ resolved, run, limits }: FindingInput): Finding[] {
  const { continuousA, burstA } = resolved.esc;
  const rmsA = run.rmsMotorCurrentA;
  return [
    ...over(
      'esc-continuous',
      'esc',
      'rms current of the ESC',
      rmsA / continuousA,
      limits,
      'of rating',
      `${amp(rmsA)} on average through the run, braking included, on a ${amp(continuousA)} ESC; a continuous rating is believed at 65 %.`,
    ),
    ...over(
      'esc-burst',
      'esc',
      'peak current of the ESC',
      run.peakMotorCurrentA / burstA,
      limits,
      'of burst',
      `It peaks at ${amp(run.peakMotorCurrentA)}; the ESC bears ${amp(burstA)} for a moment.`,
    ),
    ...over(
      'esc-temperature',
      'esc',
      'ESC',
      heatOf(run).maxEscC,
      limits,
      '°C',
      'It makes more heat than air takes away: its own protection will cut power.',
    ),
  ];
}

function pack({ plan, resolved, run, limits }: FindingInput): Finding[] {
  const limitA = packLimitA(plan);
  const { chemistry } = plan.packs[0]!;
  const lower = LOWER_V[chemistry];
  const cellV = run.minBusV / resolved.pack.cells;
  return [
    ...(limitA === undefined
      ? []
      : over(
          'pack-current',
          'pack',
          'peak pack current',
          run.peakPackCurrentA / limitA,
          limits,
          'of its limit',
          `It peaks at ${amp(run.peakPackCurrentA)}; label and plug allow ${amp(limitA)}.`,
        )),
    ...(lower === undefined
      ? []
      : under(
          'pack-sag',
          'pack',
          'volts a cell at peak',
          cellV + lower,
          limits,
          'V',
          `Cells sag to ${cellV.toFixed(2)} V under load: they age fast, swell, and the ESC may cut off.`,
        )),
    ...over(
      'pack-temperature',
      'pack',
      'pack',
      run.maxPackC,
      limits,
      '°C',
      'A lithium pack this hot is on its way to swelling: less current, or a harder pack.',
    ),
  ];
}

function cutoff({ plan, resolved, limits }: FindingInput): Finding[] {
  const { chemistry } = plan.packs[0]!;
  const lower = LOWER_V[chemistry];
  if (lower === undefined) return [];
  const setV = resolved.pack.cutoffV / resolved.pack.cells;
  if (setV <= 0)
    return [
      {
        id: 'cutoff',
        link: 'esc',
        level: 'stop',
        figure: 'cut-off',
        value: 0,
        limit: limits.cutoff.stop ?? 3,
        unit: 'V',
        share: 2,
        why: 'Never off with lithium: a cell run flat is ruined and may catch fire when charged.',
      },
    ];
  return under('cutoff', 'esc', 'cut-off a cell', setV + lower, limits, 'V', 'Set it higher: the last minutes cost the pack many cycles.');
}

function runtime({ resolved, run, limits }: FindingInput): Finding[] {
  const minutes = minutesToCutoff(resolved, run);
  const wanted = resolved.run.minutes;
  const why = `${minutes.toFixed(1)} of the ${wanted} minutes wanted: ${run.stop === 'empty' ? 'the pack is empty' : 'the ESC cuts off'} before.`;
  return under('runtime', 'pack', 'minutes to cut-off', minutes / wanted, limits, 'of wanted', why).map((one) => ({
    ...one,
    value: minutes,
    limit: wanted,
    unit: 'min',
  }));
}

const amp = (value: number) => `${value >= 100 ? value.toFixed(0) : value.toFixed(1)} A`;
