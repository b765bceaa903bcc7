import { capitalized, givenCRating, toothSize } from '@puddler/core';
import { MONEY, partFields, partValue, type PartField } from '@puddler/contract/shared';
import type { Pack, Part } from '@puddler/core';
import { wordFor } from '../ui/words';
import { currencySymbol, formatNumber, toShown, unitOf, withMark, type UnitSystem } from '@puddler/figures';

/** A field of a part as the table shows it, without its unit; empty when the part has none. */
export function fieldText(part: Part, field: PartField, system: UnitSystem): string {
  if (!field.kinds.includes(part.kind)) return '';
  const value = partValue(part, field.path);
  if (value === undefined) return '';
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (typeof value !== 'number') return wordFor(value as string);
  const unit = unitOf(field.range?.unit ?? '', system);
  // Prices stand in a column, one under the other.
  return formatNumber(toShown(value, unit), Math.max(unit.digits, 2), field.range?.unit === MONEY);
}

/** The head of a field's column: “shaft mm”. */
export function headOf(field: PartField, system: UnitSystem): { name: string; unit: string } {
  const unit = field.range?.unit === MONEY ? currencySymbol() : unitOf(field.range?.unit ?? '', system).symbol;
  const name = titled(field.label);
  return { name, unit: unit.toLowerCase() === field.label.toLowerCase() || ['teeth', 'cells', 'poles'].includes(unit) ? '' : unit };
}

/** With a capital, but for what is written small. */
export const titled = (label: string): string => (label === 'kv' ? label : capitalized(label));

/** How hard a pack is by its label, behind its other figures; that of a polymer pack is asked for. */
export function ratingText(pack: Pick<Pack, 'chemistry' | 'cRating' | 'typical'>): string {
  const given = givenCRating(pack);
  return given !== undefined ? ` · ${num(given)}C` : pack.typical ? ' · C rating not known' : '';
}

const num = (value: number) => formatNumber(value, 2);

/** What counts about a part, in a few words. */
export function summary(part: Part, system: UnitSystem): string {
  const length = unitOf('mm', system);
  const size = (mm: number) => formatNumber(toShown(mm, length), Math.max(length.digits, 2));
  switch (part.kind) {
    case 'motor': {
      const { spec } = part;
      if (spec.kind === 'brushed')
        return `${spec.sizeClass} brushed${spec.turns ? ` · ${num(spec.turns)} turns` : ''}${spec.kvRpmPerV ? ` · ${num(spec.kvRpmPerV)} kv` : ''}`;
      const form =
        spec.form === 'inrunner'
          ? `${num(spec.diameterMm)} × ${num(spec.lengthMm)}`
          : `stator ${num(spec.statorDiameterMm)} × ${num(spec.statorHeightMm)}`;
      return `${num(spec.kvRpmPerV)} kv · ${form}${spec.sensored === undefined ? '' : spec.sensored ? ' · sensored' : ' · no sensor'}`;
    }
    case 'esc':
      return `${num(part.spec.continuousA)} A${part.spec.maxCells ? ` · to ${part.spec.maxCells}S` : ''}${part.spec.becV ? ` · BEC ${num(part.spec.becV)} V` : ''}`;
    case 'pack':
      return `${part.spec.cells}S ${wordFor(part.spec.chemistry)} · ${num(part.spec.capacityAh)} Ah${ratingText(part.spec)}`;
    case 'pinion':
      return `${part.spec.teeth} teeth${part.spec.moduleMm ? ` · ${withMark(toothSize(part.spec.moduleMm))}` : ''}${part.spec.boreMm ? ` · bore ${size(part.spec.boreMm)} ${length.symbol}` : ''}`;
    case 'spur':
      return `${part.spec.teeth} teeth${part.spec.moduleMm ? ` · ${withMark(toothSize(part.spec.moduleMm))}` : ''}`;
    case 'tyre':
      return `${size(part.spec.diameterMm)} ${length.symbol}${part.spec.growthPctAt100KmH ? ` · grows ${num(part.spec.growthPctAt100KmH)} %` : ''}`;
    case 'fan':
      return part.spec.sizeMm ? `${size(part.spec.sizeMm)} ${length.symbol}` : '';
    case 'plug':
      return part.spec.ratedA ? `${num(part.spec.ratedA)} A` : '';
  }
}

const searchTexts = new WeakMap<Part, string>();

/** Everything that a search may find a part by, in lower case; made once a part, since every keystroke asks all of them. */
export function searchText(part: Part): string {
  let text = searchTexts.get(part);
  if (text === undefined) {
    text = makeSearchText(part);
    searchTexts.set(part, text);
  }
  return text;
}

function makeSearchText(part: Part): string {
  const figures = partFields(part.kind).map(({ path }) => partValue(part, path));
  return `${part.kind} ${part.name} ${figures.filter((value) => value !== undefined && typeof value !== 'object').join(' ')}`.toLowerCase();
}
