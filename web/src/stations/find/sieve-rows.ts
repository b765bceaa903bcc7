import { unmeasuredOf, type PlanFile } from '@puddler/core';
import type { SearchState } from '../../jobs/search-pool';

/** One rule and what it leaves. */
export interface SieveRow {
  id: string;
  label: string;
  left: number;
  /** Share of the bar, on a scale that shows ten and a million. */
  share: number;
  /** Its count still grows. */
  counting: boolean;
  title: string;
}

/** A size that nobody measured keeps nothing out, and is not said to fit. */
function fitRow(left: number, unmeasured: readonly string[]): [string, string, number, string] {
  const asked =
    'Can, ESC and pack go in and are not too heavy for the car, screw holes meet, the BEC suits receiver and servo; an ESC that drove a brushed motor turns no brushless one';
  return unmeasured.length === 0
    ? ['fit', 'fit the bay', left, asked]
    : [
        'fit',
        `not too large, ${unmeasured.length === 1 ? '1 size' : `${unmeasured.length} sizes`} not measured`,
        left,
        `${asked}. Not measured in the car: ${unmeasured.join(', ')}`,
      ];
}

/** An ESC whose label nobody read is kept, and is not said to bear them. */
function cellsRow(left: number, unrated: number): [string, string, number, string] {
  const asked = 'Motor and ESC are rated for the pack’s cells';
  return unrated === 0
    ? ['cells', 'bear the cells', left, asked]
    : [
        'cells',
        `not too many cells, ${unrated === 1 ? '1 ESC' : `${unrated} ESCs`} not known`,
        left,
        `${asked}. Where no label says how many, seven and more are left out`,
      ];
}

/** What each rule leaves of all combinations, in the order they are asked. */
export function sieveRows(
  { facts, progress, setups }: Pick<SearchState, 'facts' | 'progress' | 'setups'>,
  base: PlanFile,
  reachable?: number,
): SieveRow[] {
  if (!facts) return [];
  const { all, cells, fit, gears } = facts.counts;
  const { counts, finished } = progress;
  const known: [string, string, number, string][] = [
    ['all', 'combinations', all, 'Motor × ESC × pack × gears'],
    cellsRow(cells, facts.unratedEscs),
    fitRow(fit, unmeasuredOf(base)),
    ['gears', 'mesh', gears, 'Bore, module, slot, room at the spur; no overdrive'],
  ];
  const counted: [string, string, number, string][] = [
    ['money', 'in the budget', counts.money, 'New parts for no more than asked'],
    ['start', 'start smoothly', counts.start, 'Without a sensor a motor stutters below 3\u2009000 electrical rpm'],
    ['speed', 'have the speed', counts.speed, 'Top speed as asked'],
    ['drive', 'drive soundly', counts.drive, 'Motor speed, efficiency, radio range, driveline'],
    ['pull', 'have the pull', counts.pull, 'Slope and pull as asked'],
    ['front', 'on the front', setups.length, 'Cool and long enough, within all ratings, and no other is as good in everything'],
    ...(reachable === undefined
      ? []
      : [['reach', 'within reach', reachable, 'Step up would let them be driven for the whole run'] as [string, string, number, string]]),
  ];
  // Logarithmic, since what counts is the last dozen of a million.
  const share = (left: number) => (left <= 0 ? 0 : Math.log10(left + 1) / Math.log10(all + 1));
  const row =
    (counting: boolean) =>
    ([id, label, left, title]: [string, string, number, string]): SieveRow => ({
      id,
      label,
      left,
      share: share(left),
      counting,
      title,
    });
  return [...known.map(row(false)), ...counted.map(row(!finished))];
}

/** The first rule that leaves nothing, when one does. */
export function emptiedBy(rows: readonly SieveRow[]): SieveRow | undefined {
  return rows.find((row) => row.left === 0);
}
