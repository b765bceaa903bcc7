import type { DocList } from '@puddler/contract';
import type { Running } from '../src/serve';
import { startServer } from './helpers';

let server: Running;
beforeAll(async () => (server = await startServer()));
afterAll(async () => server.stop());

const list = async (name: string) => ((await (await fetch(`${server.address}/api/${name}`)).json()) as DocList).documents;
const bring = async () => (await fetch(`${server.address}/api/demo`, { method: 'POST', headers: { origin: server.address } })).status;

test('the demo club comes once, marked as such, with its plans and runs and without its shelf', async () => {
  // A second click while it is on its way brings no second club.
  expect(await Promise.all([bring(), bring()])).toEqual([204, 204]);
  const { car, plan, purchase } = await list('garage');
  expect(car!.map(({ body }) => body.bench.demo)).toEqual([true, true, true, true]);
  expect(plan).toHaveLength(10);
  expect(purchase!.length).toBeGreaterThan(0);
  expect((await list('log')).run!.length).toBeGreaterThan(3);
  expect((await list('shelf')).part ?? []).toEqual([]);
});
