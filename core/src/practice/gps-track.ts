import { METRES_A_DEG } from '../log/place-speed';
import type { Samples } from '../log/samples';
import { normal } from '../math/random';
import type { RunSample } from '../predict/run-types';

/** A phone’s GPS, docs/model.md section 13. */
export const GPS = { noiseMs: 0.15, lagS: 0.4, wanderM: 1.5, wanderS: 60, whiteM: 0.3, dropOutsPerS: 1 / 60, dropOutFromS: 1, dropOutToS: 3 };
/** A disused quarry by an estuary that is on no map. */
const QUARRY = { latDeg: 53.21, lonDeg: -4.42, elevationM: 34 };
/** Which way the strip lies: east of north. */
const STRIP_RAD = 0.6;
const STANDS_MS = 0.05;

/** Where the car is along the strip: out, and back after each time it has stood. */
function placesOf(samples: readonly RunSample[]): { timeS: number; alongM: number; speedMs: number }[] {
  let [way, alongM, lastM, stood] = [1, 0, samples[0]?.distanceM ?? 0, true];
  let first = true;
  return samples.map(({ timeS, distanceM, speedMs }) => {
    if (speedMs < STANDS_MS) stood = true;
    else if (stood) {
      if (!first) way = -way;
      [first, stood] = [false, false];
    }
    alongM += way * (distanceM - lastM);
    lastM = distanceM;
    return { timeS, alongM, speedMs };
  });
}

/** What a phone tells of a session: places that wander, a speed that lags, now and then nothing for a moment. */
export function gpsTrack(samples: readonly RunSample[], hz: number, random: () => number): Samples {
  const places = placesOf(samples);
  const endS = places[places.length - 1]?.timeS ?? 0;
  const [time, lat, lon, speed]: [number[], number[], number[], number[]] = [[], [], [], []];
  const step = 1 / hz;
  const keep = Math.exp(-step / GPS.wanderS);
  const fresh = GPS.wanderM * Math.sqrt(1 - keep * keep);
  let [east, north] = [GPS.wanderM * normal(random), GPS.wanderM * normal(random)];
  let [at, silentTo] = [0, -1];
  for (let tick = 0; tick * step <= endS; tick++) {
    const timeS = tick * step;
    east = keep * east + fresh * normal(random);
    north = keep * north + fresh * normal(random);
    if (timeS > silentTo && random() < GPS.dropOutsPerS * step) silentTo = timeS + GPS.dropOutFromS + (GPS.dropOutToS - GPS.dropOutFromS) * random();
    while (at + 1 < places.length && places[at + 1]!.timeS <= timeS - GPS.lagS) at++;
    const heard = places[at]!;
    const said = Math.max(0, heard.speedMs + GPS.noiseMs * normal(random));
    const [offEast, offNorth] = [GPS.whiteM * normal(random), GPS.whiteM * normal(random)];
    if (timeS < silentTo) continue;
    const [x, y] = [heard.alongM * Math.sin(STRIP_RAD) + east + offEast, heard.alongM * Math.cos(STRIP_RAD) + north + offNorth];
    time.push(timeS);
    lat.push(QUARRY.latDeg + y / METRES_A_DEG);
    lon.push(QUARRY.lonDeg + x / (METRES_A_DEG * Math.cos((QUARRY.latDeg * Math.PI) / 180)));
    speed.push(said);
  }
  return {
    timeS: Float64Array.from(time),
    fields: {
      latDeg: Float64Array.from(lat),
      lonDeg: Float64Array.from(lon),
      elevationM: new Float64Array(time.length).fill(QUARRY.elevationM),
      speedMs: Float64Array.from(speed),
    },
  };
}
