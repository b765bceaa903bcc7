import { compact } from '@puddler/core';
import type { Day, Drive, Pointing } from '@puddler/core';
import { request } from '../api/request';

/** The simulated devices of the server, asked as real ones would be. */

/** As near as a thermometer is held. */
export const NEAR_M = 0.15;

const DRIVES = 'instruments/drives';
/** Where what is read by itself is fetched from. */
const ROOT = `/api/${DRIVES}`;

/** Tells the devices of a drive; returns the name it has with them. They forget when the server is started again: telling again is enough. */
export async function tellDevices(
  { base, seed, set }: Pick<Day, 'base' | 'seed' | 'set'>,
  { plan, how, capShare, seed: driveSeed, from, wornBefore, at }: Drive,
): Promise<string> {
  const json = {
    at,
    day: { base, seed, ...compact({ set }) },
    drive: { plan, how, ...compact({ capShare, wornBefore }), seed: driveSeed, from },
  };
  return (await request<{ id: string }>(DRIVES, { method: 'POST', json })).id;
}

export const escLogAddress = (id: string): string => `${ROOT}/${id}/esc.csv`;
export const trackAddress = (id: string, form: 'gpx' | 'nmea', hz: 1 | 10): string => `${ROOT}/${id}/track.${form}?hz=${hz}`;
export const liveAddress = (id: string, rate: number): string => `${ROOT}/${id}/live?hz=10&rate=${rate}`;

export async function askThermometer(id: string, { of, distanceM, matt }: Pointing, afterS: number): Promise<number> {
  const query = new URLSearchParams({ of, distanceM: String(distanceM), matt: String(matt), afterS: afterS.toFixed(1) });
  return (await request<{ c: number }>(`${DRIVES}/${id}/thermometer?${query.toString()}`)).c;
}

export const askDevice = (id: string, device: 'charger' | 'scale' | 'calliper'): Promise<{ putBackAh?: number; massKg?: number; tyreMm?: number }> =>
  request(`${DRIVES}/${id}/${device}`);
