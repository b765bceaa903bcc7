import { fieldAt } from '../fields/catalogue';
import { inSmallLetters } from '../fields/field';
import { PART_FIELDS } from '../part-fields';

/** What groups are called in front of a figure; an empty name leaves the group out. */
const GROUPS: Readonly<Record<string, string>> = {
  car: '',
  bench: '',
  conversion: '',
  gearing: '',
  site: '',
  run: '',
  spec: '',
  bay: '',
  wish: '',
  scope: 'parts for',
  esc: 'ESC',
  tow: 'trailer',
  today: 'today’s',
  photos: 'photo',
  packs: 'pack',
  gearboxRatios: 'gear',
  lines: '',
  own: 'own line',
  bundles: 'bundle',
  sales: 'old part',
  budget: 'envelope',
  choices: '',
  steps: 'step',
  settings: 'setting',
  radio: 'radio',
};

/** Fields that no plan has, and whose words are not those they are spelled with. */
const FIELDS: Readonly<Record<string, string>> = {
  packWiring: 'wiring of the packs',
  usualParts: 'parts that are only usual',
  stockPlanId: 'plan that is the car as bought',
  massG: 'weight',
};

const UNIT_ENDING = /(?:Mm|Kg|Ah|Pct|Ohm|Us|Ms|G|C|A|V|M|N|KgM2|M2|Rpm|S)$/;

/** `noLoadCurrentA` → “no load current”. */
function spelled(field: string): string {
  const plain = field.replace(UNIT_ENDING, '') || field;
  return plain.replace(/([a-z0-9])([A-Z])/g, '$1 $2').toLowerCase();
}

/** What the catalogue calls a figure: of a plan, of what its conversion makes of the car, or of a part. */
function catalogued(path: string): string | undefined {
  const field = path.startsWith('spec.') ? PART_FIELDS.find((one) => one.path === path) : fieldAt(path.replace(/^conversion\./, 'car.'));
  return field && inSmallLetters(field.label);
}

/** A leaf by the words a builder has for it: `gearing.pinion` is “pinion”, `packs[1].cells` “pack 2 cells”. */
export function leafName(path: string): string {
  if (path === '') return 'the whole';
  const figure = catalogued(path);
  const parts = path.split(/\.|(?=\[)/);
  const words = parts.map((part, i) => {
    const place = /^\[(\d+)\]$/.exec(part);
    if (place) return String(Number(place[1]) + 1);
    // Members told apart by an id need no name of their own: few lists have them, and the figure says which it is.
    if (part.startsWith('[')) return '';
    if (i < parts.length - 1) return Object.hasOwn(GROUPS, part) ? GROUPS[part]! : spelled(part);
    if (figure !== undefined) return figure;
    if (Object.hasOwn(FIELDS, part)) return FIELDS[part]!;
    return Object.hasOwn(GROUPS, part) ? GROUPS[part]! : spelled(part);
  });
  return words.filter((word) => word !== '').join(' ') || spelled(parts[parts.length - 1]!);
}
