import { FINDING_IDS, LOG_QUANTITIES, type FindingId, type LimitChanges } from '@puddler/core';
import { isCurrency, type UnitSystem } from '@puddler/figures';

/** As they follow each other when swapped; `sunlight` is black on white. */
export const THEMES = ['light', 'dark', 'sunlight'] as const;
export type Theme = (typeof THEMES)[number];

export interface Prefs {
  units: UnitSystem;
  theme: Theme;
  /** What prices are in: the ISO code. */
  currency: string;
  /** The builder's own limits, by finding. */
  limits: LimitChanges;
  /** How columns of logs were chosen, by the heads of the file. */
  logColumns: Record<string, LogChoice>;
}

/** What was chosen for a log of some heads. */
export interface LogChoice {
  columns: { name: string; as: string; unit: string }[];
  poles?: number;
}

/** Columns and heads longer than this were not written by this page. */
const LONGEST_TEXT = 2000;
const MOST_COLUMNS = 400;

const isRecord = (value: unknown): value is Record<string, unknown> => typeof value === 'object' && value !== null && !Array.isArray(value);
const isText = (value: unknown): value is string => typeof value === 'string' && value.length <= LONGEST_TEXT;

/** What is kept of the preferences, as far as each can be read; whatever cannot falls back by itself. */
export function readPrefs(kept: unknown, fallback: Prefs): Prefs {
  if (!isRecord(kept)) return fallback;
  const { units, theme, currency, limits, logColumns } = kept;
  return {
    units: units === 'imperial' || units === 'metric' ? units : fallback.units,
    theme: THEMES.find((one) => one === theme) ?? fallback.theme,
    currency: isCurrency(currency) ? currency : fallback.currency,
    limits: readLimits(limits),
    logColumns: readLogColumns(logColumns),
  };
}

function readLimits(kept: unknown): LimitChanges {
  if (!isRecord(kept)) return {};
  const read: LimitChanges = {};
  for (const id of FINDING_IDS as readonly FindingId[]) {
    const limit = kept[id];
    if (!isRecord(limit)) continue;
    const own: { caution?: number; stop?: number } = {};
    for (const level of ['caution', 'stop'] as const) if (typeof limit[level] === 'number' && !Number.isNaN(limit[level])) own[level] = limit[level];
    read[id] = own;
  }
  return read;
}

function readLogColumns(kept: unknown): Record<string, LogChoice> {
  if (!isRecord(kept)) return {};
  return Object.fromEntries(Object.entries(kept).flatMap(([heads, choice]) => (isText(heads) && isLogChoice(choice) ? [[heads, choice]] : [])));
}

const QUANTITIES = new Set<string>([...LOG_QUANTITIES.map(({ as }) => as), 'none']);

const isLogChoice = (value: unknown): value is LogChoice =>
  isRecord(value) &&
  (value['poles'] === undefined || Number.isInteger(value['poles'])) &&
  Array.isArray(value['columns']) &&
  value['columns'].length <= MOST_COLUMNS &&
  value['columns'].every(
    (one) => isRecord(one) && isText(one['name']) && isText(one['unit']) && typeof one['as'] === 'string' && QUANTITIES.has(one['as']),
  );
