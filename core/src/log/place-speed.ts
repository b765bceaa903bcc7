import type { Floats, Samples } from './samples';

/** Metres of a degree of latitude, and of longitude at the equator. */
export const METRES_A_DEG = 111_195;
/** Half of the stretch over which a speed is fitted to positions [s], and in steps of the log. */
const HALF_S = 1;
const HALF_STEPS = 1.5;
const DEG = Math.PI / 180;

/** Over how many seconds a speed is fitted to positions. */
export const fittedOverS = (stepS: number): number => 2 * Math.max(HALF_S, HALF_STEPS * stepS);

/** Places in metres east and north of the first one that is known. */
export function metresOf({ latDeg, lonDeg }: Samples['fields']): { east: Floats; north: Floats } | undefined {
  if (!latDeg || !lonDeg) return undefined;
  const first = latDeg.findIndex((value, i) => Number.isFinite(value) && Number.isFinite(lonDeg[i]!));
  if (first < 0) return undefined;
  const [lat0, lon0] = [latDeg[first]!, lonDeg[first]!];
  const shrink = Math.cos(lat0 * DEG);
  return {
    north: latDeg.map((lat) => (lat - lat0) * METRES_A_DEG),
    east: lonDeg.map((lon) => (((((lon - lon0 + 180) % 360) + 360) % 360) - 180) * METRES_A_DEG * shrink),
  };
}

/** The speed at each moment by a straight line through the places around it [m/s]; NaN where there are too few. */
export function speedFromPlaces(samples: Samples, stepS: number): Float64Array | undefined {
  const metres = metresOf(samples.fields);
  if (!metres) return undefined;
  const { timeS } = samples;
  const half = fittedOverS(stepS) / 2 + 1e-6;
  const speeds = new Float64Array(timeS.length).fill(NaN);
  let from = 0;
  for (let i = 0; i < timeS.length; i++) {
    while (timeS[i]! - timeS[from]! > half) from++;
    let [n, t, e, nn, tt, te, tn] = [0, 0, 0, 0, 0, 0, 0];
    for (let k = from; k < timeS.length && timeS[k]! - timeS[i]! <= half; k++) {
      const [east, north, at] = [metres.east[k]!, metres.north[k]!, timeS[k]! - timeS[i]!];
      if (Number.isNaN(east) || Number.isNaN(north)) continue;
      n++;
      t += at;
      e += east;
      nn += north;
      tt += at * at;
      te += at * east;
      tn += at * north;
    }
    const under = n * tt - t * t;
    if (n >= 3 && under > 0) speeds[i] = Math.hypot(n * te - t * e, n * tn - t * nn) / under;
  }
  return speeds;
}
