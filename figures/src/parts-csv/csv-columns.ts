import { MONEY, PART_FIELDS, type PartField } from '@puddler/contract/shared';
import { readCurrency } from '../money';
import { unitSpelled } from '../parse';
import { unitOf, type Unit } from '../units';

/** A column of a file and the field it fills; undefined leaves it out. */
export interface ColumnMatch {
  path: string;
  /** The unit its figures are in; undefined for what is no number. */
  unit: Unit | undefined;
}

/** What a head says: its name, and the unit in brackets or behind it. */
export function readHead(head: string): { name: string; unit: string | undefined } {
  const bracketed = /^(.*?)\s*[[(]\s*([^\])]+?)\s*[\])]\s*$/.exec(head);
  if (bracketed) return { name: bracketed[1]!, unit: bracketed[2]! };
  const behind = /^(.+?)[\s_,]+(mm|cm|in|g|oz|kg|a|v|ah|mah|mohm|mΩ|ohm|Ω|c|rpm|kv|%)$/i.exec(head);
  return behind ? { name: behind[1]!, unit: behind[2]! } : { name: head, unit: undefined };
}

const letters = (text: string) => text.toLowerCase().replace(/[^a-z0-9]+/g, '');

function named(text: string): PartField | undefined {
  const wanted = letters(text);
  return wanted === ''
    ? undefined
    : PART_FIELDS.find((field) =>
        [field.label, field.path, field.path.replace('spec.', ''), ...(field.also ?? [])].some((other) => letters(other) === wanted),
      );
}

/** The field a head most likely means, with its unit; the builder may correct it. */
export function matchHead(head: string): ColumnMatch | undefined {
  const { name, unit } = readHead(head);
  // “kv [rpm/V]” and plain “C” both: the head as a whole first.
  const field = named(head) ?? named(name);
  return field && { path: field.path, unit: unitFor(field, field === named(head) && letters(head) === letters(field.label) ? undefined : unit) };
}

/** The unit of a field's figures: as spelled, or the one Puddler shows. */
export function unitFor(field: PartField, spelled: string | undefined): Unit | undefined {
  if (field.type !== 'number') return undefined;
  const shown = unitOf(field.range!.unit, 'metric');
  // A head of another currency stands behind each figure, which is then refused: none is converted.
  if (field.range!.unit === MONEY) return spelled !== undefined && readCurrency(spelled).foreign ? { ...shown, symbol: spelled } : shown;
  return spelled === undefined ? shown : (unitSpelled(field.range!.unit, spelled) ?? shown);
}

/** Matches every head; a field is filled by the first column that names it. */
export function matchHeads(heads: readonly string[]): (ColumnMatch | undefined)[] {
  const taken = new Set<string>();
  return heads.map((head) => {
    const match = matchHead(head);
    if (!match || taken.has(match.path)) return undefined;
    taken.add(match.path);
    return match;
  });
}

/** The head that Puddler writes: “shaft [mm]”. */
export function headFor(field: PartField): string {
  const symbol = field.type === 'number' ? unitOf(field.range!.unit, 'metric').symbol : '';
  return symbol === '' ? field.label : `${field.label} [${symbol}]`;
}
