import { createHash } from 'node:crypto';
import { PassThrough } from 'node:stream';
import Router from '@koa/router';
import { Devices, PlanError, rmcSentence } from '@puddler/core';
import { checkAskedOfDevices, checkPointing, checkTrackAsked, type AskedOfDevices } from '@puddler/contract';
import type Koa from 'koa';
import { AppError } from '../http/app-error';
import { orRefuse } from '../http/checked';
import { jsonBody, USUAL_BODY } from '../http/json-body';

/** Drives that are remembered; an older one is sent again by the page that asks for it. */
const MOST_DRIVES = 16;

interface Told {
  devices: Devices;
  at: string;
}

/** A query with its numbers and truths as such: an address has only text. */
function plain(query: Koa.ParameterizedContext['query']): Record<string, unknown> {
  const value = (text: string | string[] | undefined) =>
    typeof text === 'string' && /^-?\d+(\.\d+)?$/.test(text) ? Number(text) : text === 'true' ? true : text === 'false' ? false : text;
  return Object.fromEntries(Object.entries(query).map(([key, text]) => [key, value(text)]));
}

const clockFrom = (at: string) => (afterS: number) => new Date(Date.parse(at) + 1000 * afterS).toISOString();

/**
 * Simulated devices of a practice day: an ESC whose log can be fetched, a phone that tells where it is, a thermometer, a charger, a scale
 * and a calliper. They are told of a drive once and then answer as real ones would; the same drive always gives the same.
 */
export function instrumentRoutes(): Router {
  const router = new Router({ prefix: '/api/instruments' });
  const drives = new Map<string, Told>();
  const told = (ctx: Koa.ParameterizedContext<unknown, { params: Record<string, string> }>): Told => {
    const found = drives.get(ctx.params['id'] ?? '');
    if (!found) throw new AppError('no-such-drive');
    return found;
  };

  router.post('/drives', async (ctx) => {
    const asked: AskedOfDevices = orRefuse(checkAskedOfDevices(await jsonBody(ctx, USUAL_BODY)));
    const id = createHash('sha256').update(JSON.stringify(asked)).digest('hex');
    let one = drives.get(id);
    if (!one) {
      one = { devices: devicesFor(asked), at: asked.at };
      drives.set(id, one);
      if (drives.size > MOST_DRIVES) drives.delete(drives.keys().next().value!);
    }
    ctx.body = { id, seconds: one.devices.seconds };
    ctx.status = 201;
  });

  router.get('/drives/:id/esc.csv', (ctx) => {
    const csv = told(ctx).devices.escCsv();
    if (csv === undefined) throw new AppError('no-esc-log');
    ctx.attachment('esc.csv');
    ctx.type = 'text/csv';
    ctx.body = csv;
  });

  for (const [form, type] of [
    ['gpx', 'application/gpx+xml'],
    ['nmea', 'text/plain'],
  ] as const)
    router.get(`/drives/:id/track.${form}`, (ctx) => {
      const { devices, at } = told(ctx);
      const { hz } = orRefuse(checkTrackAsked(plain(ctx.query)));
      ctx.attachment(`phone.${form}`);
      ctx.type = type;
      ctx.body = devices.trackFile(form, hz, clockFrom(at));
    });

  router.get('/drives/:id/live', (ctx) => {
    const { devices, at } = told(ctx);
    const { hz, rate } = orRefuse(checkTrackAsked(plain(ctx.query)));
    ctx.type = 'text/event-stream';
    // Each sentence goes out when it is spoken: packing would hold it back.
    ctx.compress = false;
    ctx.body = liveTrack(devices, hz, rate, clockFrom(at));
  });

  router.get('/drives/:id/thermometer', (ctx) => {
    const { afterS, ...pointing } = orRefuse(checkPointing(plain(ctx.query)));
    ctx.body = { c: told(ctx).devices.thermometerC(pointing, afterS) };
  });
  router.get('/drives/:id/charger', (ctx) => {
    ctx.body = { putBackAh: told(ctx).devices.putBackAh() };
  });
  router.get('/drives/:id/scale', (ctx) => {
    ctx.body = { massKg: told(ctx).devices.massKg() };
  });
  router.get('/drives/:id/calliper', (ctx) => {
    ctx.body = { tyreMm: told(ctx).devices.tyreMm() };
  });
  return router;
}

function devicesFor(asked: AskedOfDevices): Devices {
  try {
    return new Devices(asked);
  } catch (error) {
    if (error instanceof PlanError) throw new AppError('plan-not-drivable');
    throw error;
  }
}

/** The phone speaking as the drive goes on: an NMEA sentence an event, at the pace of the drive or faster; then an event `end`. */
function liveTrack(devices: Devices, hz: 1 | 10, rate: number, clock: (afterS: number) => string): PassThrough {
  const { timeS, fields } = devices.track(hz);
  const out = new PassThrough();
  const beganMs = Date.now();
  let at = 0;
  const timer = setInterval(() => {
    const nowS = (rate * (Date.now() - beganMs)) / 1000;
    while (at < timeS.length && timeS[at]! <= nowS) {
      out.write(`data: ${rmcSentence(clock(timeS[at]!), fields.latDeg![at]!, fields.lonDeg![at]!, fields.speedMs![at]!)}\n\n`);
      at++;
    }
    if (at < timeS.length) return;
    clearInterval(timer);
    out.end('event: end\ndata: \n\n');
  }, LIVE_STEP_MS);
  timer.unref();
  // It ends when the client hangs up.
  out.on('close', () => clearInterval(timer));
  return out;
}

const LIVE_STEP_MS = 50;
