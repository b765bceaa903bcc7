import { logGpx, type Samples } from '@puddler/core';
import { useEffect, useRef, useState } from 'react';

/** What is being recorded: how long, how many places, how near they are said to be [m], and how fast [m/s]. */
export interface Recording {
  seconds: number;
  places: number;
  accuracyM: number | undefined;
  speedMs: number | undefined;
  /** Why no place comes. */
  problem?: string;
}

type Place = Pick<GeolocationPosition, 'timestamp'> & { coords: Pick<GeolocationCoordinates, 'latitude' | 'longitude' | 'altitude' | 'speed'> };

/** Places that are taken for one recording: an hour and a half of one a second. */
const MOST_PLACES = 6000;
const WHY: Record<number, string> = {
  1: 'This page may not see where the phone is: allow it in the browser’s settings.',
  2: 'The phone does not know where it is: go outside, and wait a moment.',
  3: 'The phone takes long to find where it is: go outside, and wait a moment.',
};

/** Browsers tell where they are only where they trust the connection. */
export const canRecord = (): boolean => isSecureContext && 'geolocation' in navigator;

/** The places as the samples of a log, their time from the first on. */
function samplesOf(places: readonly Place[]): Samples {
  const startMs = places[0]?.timestamp ?? 0;
  const of = (value: (place: Place['coords']) => number | null) => Float64Array.from(places, ({ coords }) => value(coords) ?? NaN);
  return {
    timeS: Float64Array.from(places, ({ timestamp }) => (timestamp - startMs) / 1000),
    fields: {
      latDeg: of((one) => one.latitude),
      lonDeg: of((one) => one.longitude),
      elevationM: of((one) => one.altitude),
      speedMs: of((one) => one.speed),
    },
  };
}

/** The phone’s own places and speeds as a log: recorded while the car drives with it, or it is carried along. */
export function useRecord(onDone: (file: File) => void) {
  const [recording, setRecording] = useState<Recording>();
  const watch = useRef<number>(undefined);
  const places = useRef<Place[]>([]);
  const end = () => {
    if (watch.current !== undefined) navigator.geolocation.clearWatch(watch.current);
    watch.current = undefined;
  };
  useEffect(() => end, []);

  const begin = () => {
    places.current = [];
    setRecording({ seconds: 0, places: 0, accuracyM: undefined, speedMs: undefined });
    watch.current = navigator.geolocation.watchPosition(
      (place) => {
        const all = places.current;
        // Some phones tell one place twice.
        if (all.length >= MOST_PLACES || place.timestamp <= (all.at(-1)?.timestamp ?? 0)) return;
        all.push(place);
        const { accuracy, speed } = place.coords;
        setRecording({ seconds: (place.timestamp - all[0]!.timestamp) / 1000, places: all.length, accuracyM: accuracy, speedMs: speed ?? undefined });
      },
      ({ code }) => setRecording((now) => now && { ...now, problem: WHY[code] ?? WHY[2]! }),
      { enableHighAccuracy: true, maximumAge: 0 },
    );
  };
  const cancel = () => {
    end();
    setRecording(undefined);
  };
  const keep = () => {
    const startMs = places.current[0]?.timestamp ?? 0;
    const gpx = logGpx(samplesOf(places.current), (timeS) => new Date(startMs + 1000 * timeS).toISOString());
    cancel();
    if (gpx) onDone(new File([gpx], `phone ${new Date(startMs).toISOString().slice(0, 16).replace(':', '-')}.gpx`, { type: 'application/gpx+xml' }));
  };
  return { recording, begin, keep, cancel };
}
