import type { GearCell, GearRun, Limits } from '@puddler/core';

/** What forbids a pair: the slot first, then heat. */
export function gearVerdict(cell: GearCell, run: GearRun | undefined, limits: Limits): { level: 'caution' | 'stop'; why: string } | undefined {
  const worst = cell.fits[0];
  if (worst && worst.level !== 'info') return { level: worst.level, why: worst.why };
  if (!run) return undefined;
  const hot = (value: number, id: 'motor-temperature' | 'winding-temperature' | 'esc-temperature', what: string) => {
    const { caution = Infinity, stop = Infinity } = limits[id];
    return value >= stop
      ? { level: 'stop' as const, why: `${what} over its stop limit` }
      : value >= caution
        ? { level: 'caution' as const, why: `${what} over caution` }
        : undefined;
  };
  const passed = [
    hot(run.maxCanC, 'motor-temperature', 'motor can'),
    hot(run.maxWindingC, 'winding-temperature', 'motor winding'),
    hot(run.maxEscC, 'esc-temperature', 'ESC'),
  ].filter((one) => one !== undefined);
  return passed.find((one) => one.level === 'stop') ?? passed[0];
}
