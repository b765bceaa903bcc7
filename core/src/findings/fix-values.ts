import { DEFAULT_CUTOFF_V } from '../chain/pack';
import { SMALLEST_PINION } from '../chain/gears';
import { givenCRating } from '../plan/pack-rating';
import type { PlanEdit } from '../plan/edits';
import type { FigurePath } from '../plan/figure-path';
import type { Part } from '../shelf/part';
import type { Finding, FindingInput } from './finding';

/** Values of one kind of change, from the least to the most. */
export interface FixCandidate {
  values: { label: string; edits: PlanEdit[] }[];
  /** Where more of it would change the car beyond what was asked: one step is offered, even if it only eases. */
  oneStep?: boolean;
  /** Where more does not always help more: a slot has two ends. */
  scan?: boolean;
}

const ESC_SIZES_A = [25, 35, 45, 60, 80, 100, 120, 150, 180, 200, 250, 300];
const C_RATINGS = [25, 30, 40, 50, 60, 75, 100, 120];
const MOST_PARTS_TRIED = 12;

export const edit = (path: FigurePath, value: unknown): PlanEdit => ({ path, value });
export const one = (label: string, ...edits: PlanEdit[]): FixCandidate => ({ values: [{ label, edits }] });

/** Ratings that capacitors are sold with [V]. */
const CAPACITOR_V = [16, 25, 35, 50, 63, 80, 100, 160];
/** Share of its rating that a capacitor should be filled to at most: spikes go higher. */
const CAPACITOR_SHARE = 0.8;
export const nextRating = (fullV: number): number => CAPACITOR_V.find((rated) => rated * CAPACITOR_SHARE >= fullV) ?? 200;

export const FASTER = [1.25, 1.5, 1.75, 2, 2.5, 3, 4];
export const SLOWER = [0.8, 0.65, 0.5, 0.35, 0.25];

/** The same size of motor with another kv, geared for the same speed. Figures of its label that belong to the old winding go. */
export function otherKv({ plan, resolved }: FindingInput, times: readonly number[]): FixCandidate {
  const { pinion, spur } = plan.gearing;
  const { kvRpmPerV } = resolved.motor;
  if (plan.motor.kind === 'brushed' || pinion === undefined || spur === undefined) return { values: [] };
  return {
    values: times.flatMap((factor) => {
      const teeth = Math.round(pinion / factor);
      const kv = 50 * Math.round((kvRpmPerV * factor) / 50);
      if (teeth < SMALLEST_PINION || teeth > spur || kv <= 0) return [];
      return [
        {
          label: `${kv} kv and a ${teeth} T pinion`,
          edits: [
            edit('motor.kvRpmPerV', kv),
            edit('motor.name', `${kv} kv of the same size`),
            edit('motor.resistanceOhm', undefined),
            edit('motor.noLoadCurrentA', undefined),
            edit('motor.noLoadVoltageV', undefined),
            edit('gearing.pinion', teeth),
          ],
        },
      ];
    }),
  };
}

function gear(which: 'pinion' | 'spur', values: number[]): FixCandidate {
  const path: FigurePath = `gearing.${which}`;
  return { values: values.map((teeth) => ({ label: `${teeth} T ${which}`, edits: [edit(path, teeth)] })) };
}

const range = (from: number, to: number): number[] =>
  Array.from({ length: Math.max(0, Math.abs(to - from) + 1) }, (_, i) => from + i * Math.sign(to - from || 1));

export function smallerPinion(input: FindingInput): FixCandidate {
  const { pinion } = input.plan.gearing;
  return gear('pinion', pinion === undefined || pinion <= SMALLEST_PINION ? [] : range(pinion - 1, SMALLEST_PINION));
}

export function largerPinion(input: FindingInput): FixCandidate {
  const { pinion, spur } = input.plan.gearing;
  // Past the spur it would be an overdrive.
  const most = spur === undefined ? 0 : Math.floor(spur / 1.2);
  return gear('pinion', pinion === undefined || pinion >= most ? [] : range(pinion + 1, most));
}

export function smallerSpur(input: FindingInput): FixCandidate {
  const { spur } = input.plan.gearing;
  const least = input.plan.car.bay?.spurMin ?? 30;
  return gear('spur', spur === undefined || spur <= least ? [] : range(spur - 1, least));
}

export function largerSpur(input: FindingInput): FixCandidate {
  const { spur } = input.plan.gearing;
  const most = input.plan.car.bay?.spurMax ?? (spur ?? 0) + 40;
  return gear('spur', spur === undefined || spur >= most ? [] : range(spur + 1, most));
}

function cellEdits(input: FindingInput, cells: number): PlanEdit[] {
  // Packs in parallel must be alike.
  return input.plan.packs.map((_, i) => edit(`packs[${i}].cells`, cells));
}

/** With fewer cells than these hardly an ESC starts, unless its label says that it does. */
const FEWEST_CELLS = { nimh: 4, lithium: 2 };

export function fewerCells(input: FindingInput): FixCandidate {
  const { packs, packWiring, esc } = input.plan;
  if (packs.length > 1 && packWiring !== 'parallel') return { values: [] };
  const { cells, chemistry } = packs[0]!;
  const isNimh = chemistry === 'nimh';
  const fewest = (isNimh ? undefined : esc.minCells) ?? FEWEST_CELLS[isNimh ? 'nimh' : 'lithium'];
  const word = isNimh ? 'NiMH cells' : 'cells';
  return {
    values:
      cells > fewest
        ? range(cells - 1, fewest).map((count) => ({ label: `${count} ${count === 1 ? 'cell' : word}`, edits: cellEdits(input, count) }))
        : [],
    oneStep: true,
  };
}

export function cellsTo(input: FindingInput, limit: number): FixCandidate {
  const { cells, chemistry } = input.plan.packs[0]!;
  const wanted = chemistry === 'nimh' ? limit * 3 : limit;
  return wanted > cells ? one(`${wanted} cells`, ...cellEdits(input, wanted)) : { values: [] };
}

export function fans(input: FindingInput): FixCandidate {
  const now = input.plan.cooling?.motorFans ?? 0;
  return {
    values: range(now + 1, 2)
      .filter((count) => count > now && count <= 2)
      .map((count) => ({ label: count === 1 ? 'a fan on the motor' : 'two fans on the motor', edits: [edit('cooling.motorFans', count)] })),
  };
}

function escEdits(part: { name: string; continuousA: number; burstA?: number | undefined }): PlanEdit[] {
  return [
    edit('esc.name', part.name),
    edit('esc.continuousA', part.continuousA),
    edit('esc.burstA', part.burstA),
    edit('esc.resistanceOhm', undefined),
    edit('esc.massG', undefined),
  ];
}

export function largerEsc(input: FindingInput): FixCandidate {
  const sizes = ESC_SIZES_A.filter((amps) => amps > input.plan.esc.continuousA);
  return { values: sizes.map((amps) => ({ label: `an ESC of ${amps} A`, edits: escEdits({ name: `${amps} A`, continuousA: amps }) })) };
}

function escParts(shelf: readonly Part[]): FixCandidate['values'] {
  return shelf
    .flatMap((part) => (part.kind === 'esc' && part.status !== 'worn-out' ? [part] : []))
    .sort((a, b) => a.spec.continuousA - b.spec.continuousA)
    .slice(0, MOST_PARTS_TRIED)
    .map((part) => ({ label: `${part.name} from the shelf`, edits: [edit('esc', { name: part.name, ...part.spec })] }));
}

export function escFromShelf(shelf: readonly Part[]): FixCandidate {
  return { values: escParts(shelf) };
}

/** `cells` of all packs together, as of lithium. */
export function escOfCells(cells: number, shelf: readonly Part[]): FixCandidate {
  const known = escParts(shelf);
  return { values: [...known, { label: `an ESC for ${cells} cells`, edits: [edit('esc.maxCells', cells)] }] };
}

export function motorsFromShelf(input: FindingInput, shelf: readonly Part[]): FixCandidate {
  const kv = input.resolved.motor.kvRpmPerV;
  const motors = shelf
    .flatMap((part) => (part.kind === 'motor' && part.status !== 'worn-out' && part.spec.kind === input.plan.motor.kind ? [part] : []))
    .sort((a, b) => Math.abs((b.spec.kvRpmPerV ?? 0) - kv) - Math.abs((a.spec.kvRpmPerV ?? 0) - kv));
  return {
    values: motors
      .slice(-MOST_PARTS_TRIED)
      .map((part) => ({ label: `${part.name} from the shelf`, edits: [edit('motor', { name: part.name, ...part.spec })] })),
  };
}

export function packsFromShelf(input: FindingInput, shelf: readonly Part[]): FixCandidate {
  const { cells, chemistry } = input.plan.packs[0]!;
  const packs = shelf.flatMap((part) =>
    part.kind === 'pack' && part.status !== 'worn-out' && part.spec.cells === cells && part.spec.chemistry === chemistry ? [part] : [],
  );
  return {
    values: packs.slice(0, MOST_PARTS_TRIED).map((part) => ({
      label: `${part.name} from the shelf`,
      edits: input.plan.packs.map((_, i) => edit(`packs[${i}]`, { name: part.name, ...part.spec })),
    })),
  };
}

export function harderPack(input: FindingInput): FixCandidate {
  const rating = Math.min(...input.plan.packs.map((pack) => givenCRating(pack) ?? 0));
  return {
    values: C_RATINGS.filter((c) => c > rating).map((c) => ({
      label: `a pack of ${c}C`,
      edits: input.plan.packs.flatMap((_, i) => [edit(`packs[${i}].cRating`, c), edit(`packs[${i}].cellResistanceOhm`, undefined)]),
    })),
  };
}

export function plugOf(input: FindingInput, finding: Finding): FixCandidate {
  const { packs } = input.plan;
  const plugA = Math.min(...packs.map((pack) => pack.plugA ?? Infinity));
  if (finding.id !== 'pack-current' || !Number.isFinite(plugA)) return { values: [] };
  return {
    values: [60, 90, 120, 150, 200]
      .filter((amps) => amps > plugA)
      .map((amps) => ({
        label: `a plug for ${amps} A`,
        edits: packs.flatMap((_, i) => [edit(`packs[${i}].plugA`, amps), edit(`packs[${i}].plug`, `${amps} A plug`)]),
      })),
  };
}

export function cutoffTo(input: FindingInput): FixCandidate {
  const { chemistry } = input.plan.packs[0]!;
  const usual = DEFAULT_CUTOFF_V[chemistry];
  return one(`cut-off at ${usual} V a cell`, edit('esc.cutoffVPerCell', usual));
}

export function morePack(input: FindingInput): FixCandidate {
  const { packs } = input.plan;
  const now = Math.min(...packs.map((pack) => pack.capacityAh));
  const steps = Array.from({ length: 16 }, (_, i) => Number((Math.ceil(now * 2) / 2 + 0.5 * (i + 1)).toFixed(1)));
  return {
    values: steps.map((ah) => ({
      label: `a pack of ${ah} Ah`,
      edits: packs.flatMap((_, i) => [edit(`packs[${i}].capacityAh`, ah), edit(`packs[${i}].massG`, undefined)]),
    })),
  };
}
