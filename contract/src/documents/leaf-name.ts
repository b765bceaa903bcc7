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

/** Fields whose words are not those they are spelled with. */
const FIELDS: Readonly<Record<string, string>> = {
  kvRpmPerV: 'kv',
  massKg: 'weight',
  massG: 'weight',
  ambientC: 'air',
  gradePct: 'slope',
  cgHeightMm: 'height of the weight',
  motorCount: 'motors on the car',
  packWiring: 'wiring of the packs',
  profile: 'driven as',
  startCharge: 'charge at the start',
  stockPlanId: 'plan that is the car as bought',
  internalRatio: 'ratio behind the spur',
  growthPctAt100KmH: 'growth at 100 km/h',
  cutoffVPerCell: 'cut-off per cell',
  cRating: 'C rating',
  becV: 'BEC volts',
  becA: 'BEC current',
};

const UNIT_ENDING = /(?:Mm|Kg|Ah|Pct|Ohm|Us|Ms|G|C|A|V|M|N|KgM2|M2|Rpm|S)$/;

/** `noLoadCurrentA` → “no load current”. */
function spelled(field: string): string {
  const plain = field.replace(UNIT_ENDING, '') || field;
  return plain.replace(/([a-z0-9])([A-Z])/g, '$1 $2').toLowerCase();
}

/** A leaf by the words a builder has for it: `gearing.pinion` is “pinion”, `packs[1].cells` “pack 2 cells”. */
export function leafName(path: string): string {
  if (path === '') return 'the whole';
  const parts = path.split(/\.|(?=\[)/);
  const words = parts.map((part, i) => {
    const place = /^\[(\d+)\]$/.exec(part);
    if (place) return String(Number(place[1]) + 1);
    // Members told apart by an id need no name of their own: few lists have them, and the figure says which it is.
    if (part.startsWith('[')) return '';
    const isGroup = i < parts.length - 1;
    if (isGroup || !Object.hasOwn(FIELDS, part)) return Object.hasOwn(GROUPS, part) ? GROUPS[part]! : spelled(part);
    return FIELDS[part]!;
  });
  return words.filter((word) => word !== '').join(' ') || spelled(parts[parts.length - 1]!);
}
