import { compact } from '../compact';
import { GRAVITY_MS2 } from '../chain/constants';
import type { RunFile, TypedPass, TypedReading } from './run-file';
import type { Stretches, TracePass } from './stretches';
import type { Trace } from './trace';

const MINUTE_S = 60;
/** A long log has hundreds of passes: so many are noted. */
const MOST_PASSES = 20;
/** Output under this is standing or rolling [share]. */
const DRIVES = 0.03;

const most = (values: readonly (number | undefined)[]): number | undefined => {
  const known = values.filter((value) => value !== undefined);
  return known.length > 0 ? Math.max(...known) : undefined;
};
const mean = (values: readonly (number | undefined)[]): number | undefined => {
  const known = values.filter((value) => value !== undefined);
  return known.length > 0 ? known.reduce((sum, value) => sum + value, 0) / known.length : undefined;
};
/** The speed of a pass as it is noted: what the GPS said of its end, else what wheel and gears make of the rpm. */
export const passSpeed = ({ settled, topSpeedMs }: TracePass): { speedMs: number; source: 'gps' | 'log' } | undefined =>
  settled?.gpsMs !== undefined
    ? { speedMs: settled.gpsMs, source: 'gps' }
    : (settled?.speedMs ?? topSpeedMs) !== undefined
      ? { speedMs: (settled?.speedMs ?? topSpeedMs)!, source: 'log' }
      : undefined;

/**
 * What a trace says of a run, as a builder would have typed it: passes out and back in turn, amps, lowest volts, times, minutes
 * driven, and the can at the stop where it was logged.
 */
export function traceFigures(trace: Trace, { passes, launches }: Stretches): Pick<RunFile, 'passes' | 'readings' | 'current' | 'launch' | 'minutes'> {
  const { fields, dtS } = trace;
  const settledPasses = passes.some((pass) => pass.settled) ? passes.filter((pass) => pass.settled) : passes;
  const typed = settledPasses.flatMap((pass, i): TypedPass[] => {
    const speed = passSpeed(pass);
    return speed ? [{ ...speed, direction: i % 2 === 0 ? 'out' : 'back' }] : [];
  });
  let [lowest, driving, stop] = [Infinity, 0, trace.count - 1];
  const output = fields.outputShare ?? fields.throttleShare;
  for (let i = 0; i < trace.count; i++) {
    if (fields.packV && fields.packV[i]! < lowest) lowest = fields.packV[i]!;
    if (output && output[i]! > DRIVES) {
      driving++;
      stop = i;
    }
  }
  const current = compact({
    settledA: mean(passes.map((pass) => pass.settled?.packA)),
    peakA: most(passes.map((pass) => pass.peakA)),
    minPackV: Number.isFinite(lowest) ? lowest : undefined,
  });
  // Without a GPS it was the wheels that were timed, and they spin.
  const first = fields.speedMs ? launches[0] : undefined;
  const launch = compact({
    to18m3S: first?.toMarksS[0]?.seconds,
    to40m2S: first?.toMarksS[1]?.seconds,
    peakG: first && first.peakMs2 > 0 ? first.peakMs2 / GRAVITY_MS2 : undefined,
  });
  return {
    ...(typed.length > 0 ? { passes: typed.slice(0, MOST_PASSES) } : {}),
    ...canReading(trace, stop),
    ...(Object.keys(current).length > 0 ? { current } : {}),
    ...(Object.keys(launch).length > 0 ? { launch } : {}),
    ...(driving > 0 ? { minutes: Number(((driving * dtS) / MINUTE_S).toFixed(2)) } : {}),
  };
}

/** The can by a sensor on it, when the car stopped; where the sensor was silent then, the last that it said before. */
function canReading({ fields: { canC } }: Trace, stop: number): { readings?: TypedReading[] } {
  for (let i = stop; canC && i >= 0; i--) if (Number.isFinite(canC[i])) return { readings: [{ of: 'can', c: canC[i]!, afterStopS: 0 }] };
  return {};
}
