import type { AddressInfo } from 'node:net';
import fc from 'fast-check';
import { ERRORS, type ErrorBody } from '@puddler/contract';
import { anyRequest } from './any-request';
import { clientOf, startServer } from './helpers';
import { send } from './send-request';

const SEED = 77;

test(`1,500 generated requests over all routes: none is answered by a fault of the server, and every error is of the catalogue (seed ${SEED})`, async () => {
  const running = await startServer();
  const { port } = running.server.address() as AddressInfo;
  const statuses = new Map<number, number>();
  await fc.assert(
    fc.asyncProperty(anyRequest, async (request) => {
      const { status, text } = await send(port, request);
      statuses.set(status, (statuses.get(status) ?? 0) + 1);
      if (status >= 500) throw new Error(text);
      if (status >= 400 && request.method !== 'HEAD') {
        const { error } = JSON.parse(text) as ErrorBody;
        expect(ERRORS[error.code].status).toBe(status);
        expect(error.problems?.length ?? 0).toBeLessThanOrEqual(50);
      }
    }),
    { seed: SEED, numRuns: 1_500, endOnFailure: true },
  );
  // It is not all refused: documents come, change and go in between.
  expect(statuses.get(200)).toBeGreaterThan(60);
  expect(statuses.get(409)).toBeGreaterThan(5);
  expect((await clientOf(running).list('garage')).setAside).toEqual([]);
  await running.stop();
}, 60_000);
