import { compact } from '../compact';
import { withUsualRating } from '../plan/pack-rating';
import type { Pack, PlanFile, UsualPart } from '../plan/plan-file';
import { marked } from '../plan/usual-parts';
import { withPart, type Part, type PartStatus } from '../shelf/part';
import type { LabelReading } from './read-label';
import { nameOfOne, type ReadFields } from './label-text';

/** The parts that a label describes, or what it would still have to say. */
export interface FromLabel {
  parts: Part[];
  /** Parts of a plan that the label names and says too little of: their main figure is only usual, as the turns of a “550” are. */
  usual: UsualPart[];
  /** Words for the figures without which there is no part: “kv”, “C rating”. */
  missing: string[];
}

/** The plan file with the parts of a label in the place of what is there. */
export const withLabel = (plan: PlanFile, { parts, usual }: Pick<FromLabel, 'parts' | 'usual'>): PlanFile =>
  usual.reduce((fitted, part) => marked(fitted, part, true), parts.reduce(withPart, plan));

/** What is kept of a label as a part's name. */
export const LONGEST_NAME = 120;

/**
 * Makes the part that a reading describes; `answer` is the builder's choice where the label's code has two meanings.
 * A gear label with pinion and spur gives both, their price with the pinion; one that speaks of several gives one of them. Ranges are not checked here.
 */
export function partFromLabel(label: string, reading: LabelReading, answer: ReadFields = {}, status: PartStatus = 'owned'): FromLabel {
  const fields = { ...reading.fields, ...answer };
  const read = Object.fromEntries(Object.entries(fields).map(([field, { value }]) => [field, value]));
  const spec: Record<string, unknown> = reading.kind === 'pack' ? { ...withUsualRating(read as unknown as Pack) } : read;
  const spelt = reading.count === undefined ? label : nameOfOne(label);
  const name = spelt.replace(/\s+/g, ' ').trim().slice(0, LONGEST_NAME) || 'Unnamed';
  const missing = whatIsMissing(reading, spec);
  if (reading.kind === undefined || missing.length > 0) return { parts: [], usual: [], missing };
  const usual: UsualPart[] = reading.kind === 'motor' && fields['turns']?.source === 'estimated' ? ['motor'] : [];
  const priced = reading.price === undefined ? {} : { price: reading.price };
  if (reading.kind !== 'gears') return { parts: [{ kind: reading.kind, name, status, ...priced, spec } as unknown as Part], usual, missing };
  const { pinion, spur, moduleMm, boreMm } = spec as Record<string, number | undefined>;
  const module = moduleMm === undefined ? {} : { moduleMm };
  const both = pinion !== undefined && spur !== undefined;
  return {
    parts: [
      ...(pinion === undefined
        ? []
        : [
            {
              kind: 'pinion' as const,
              name: both ? `${pinion}T pinion` : name,
              status,
              ...priced,
              spec: { teeth: pinion, ...module, ...compact({ boreMm }) },
            },
          ]),
      ...(spur === undefined
        ? []
        : [{ kind: 'spur' as const, name: both ? `${spur}T spur` : name, status, ...(both ? {} : priced), spec: { teeth: spur, ...module } }]),
    ],
    usual,
    missing,
  };
}

function whatIsMissing({ kind, question, direct }: LabelReading, spec: Record<string, unknown>): string[] {
  const lacks = (field: string, word: string) => (spec[field] === undefined ? [word] : []);
  switch (kind) {
    case undefined:
      return ['what kind of part it is'];
    case 'motor':
      if (spec['kind'] === undefined) return ['kv or turns'];
      if (spec['kind'] === 'brushed') return spec['turns'] === undefined && spec['kvRpmPerV'] === undefined ? ['turns or kv'] : [];
      return [...lacks('kvRpmPerV', 'kv'), ...(question && spec['form'] === undefined ? ['what its digits measure'] : [])];
    case 'esc':
      return lacks('continuousA', 'continuous amps');
    case 'pack':
      return [...lacks('cells', 'cells'), ...lacks('capacityAh', 'capacity')];
    case 'gears':
      return spec['pinion'] === undefined && spec['spur'] === undefined && !direct ? ['teeth'] : [];
    case 'tyre':
      return lacks('diameterMm', 'diameter');
    case 'fan':
    case 'plug':
      return [];
  }
}
