import { readFileSync } from 'node:fs';
import path from 'node:path';
import { deflateRawSync } from 'node:zlib';
import { predictSteady, resolvePlan, type PlanFile } from '@puddler/core';
import { planLink } from '../src/active/sharing/plan-link';
import { planText } from '../src/active/sharing/plan-text';
import { planFromLink } from '../src/active/sharing/read-link';

const demo = (name: string) => JSON.parse(readFileSync(path.join(__dirname, '../../demo/plans', `${name}.json`), 'utf8')) as PlanFile;
const PLANS = ['12-ridgeback-sixty', '20-pacer-forty-minutes', '31-drover-high', '41-plough-outrunners'];
const HERE = 'http://127.0.0.1:8417';

const fragmentOf = (link: string) => link.slice(link.indexOf('#'));
const packed = (content: string | Buffer) => `#plan=${deflateRawSync(content).toString('base64url')}`;
const why = async (hash: string) => {
  const found = await planFromLink(hash);
  return found.ok ? 'taken' : [found.why, ...(found.lines ?? [])].join(' ');
};

test.each(PLANS)('%s goes into a link and comes out of it the same', async (name) => {
  const plan = demo(name);
  const link = await planLink(HERE, plan);
  expect(link.startsWith(`${HERE}/visit#plan=`)).toBe(true);
  // Short enough for a message.
  expect(link.length).toBeLessThan(4000);
  expect(await planFromLink(fragmentOf(link))).toEqual({ ok: true, plan });
});

test('a link that was cut off or changed is refused with words', async () => {
  const hash = fragmentOf(await planLink(HERE, demo(PLANS[0]!)));
  expect(await why('')).toContain('There is no plan in this link');
  expect(await why('#other=1')).toContain('There is no plan in this link');
  expect(await why(hash.slice(0, hash.length >> 1))).toContain('damaged');
  expect(await why(`${hash.slice(0, 40)}<script>${hash.slice(40)}`)).toContain('characters that no link of a plan has');
  expect(await why(packed('no plan at all'))).toContain('is no plan');
  expect(await why(packed(Buffer.from([0xff, 0xfe, 0x7b])))).toContain('is no plan');
});

test('a hostile link is refused before it is unpacked or parsed whole', async () => {
  expect(await why(`#plan=${'A'.repeat(70_000)}`)).toContain('longer than any plan');
  // 30 MB of nothing in 29 kB.
  expect(await why(packed(Buffer.alloc(30_000_000)))).toContain('larger than any plan');
  expect(await why(packed('['.repeat(50_000)))).toContain('groups inside one another');
  expect(await why(packed(JSON.stringify({ a: Array(30_000).fill(1) })))).toContain('values');
});

test('a plan of a newer form, or one that nobody could drive, says what is wrong with it', async () => {
  const plan = demo(PLANS[0]!);
  expect(await why(packed(JSON.stringify({ ...plan, version: 99 })))).toContain('version');
  expect(await why(packed(JSON.stringify({ ...plan, packs: [{ ...plan.packs[0], cells: 900 }] })))).toMatch(/cells/);
  expect(await why(packed(JSON.stringify({ ...plan, site: undefined })))).toContain('site');
});

test.each(PLANS)('%s as a text is a dozen aligned lines in the builder’s units', (name) => {
  const plan = demo(name);
  const steady = predictSteady(resolvePlan(plan));
  const figures = { steady, run: undefined, bands: undefined, findings: [] };
  const lines = planText(plan.name, plan, figures, 'metric').split('\n');
  expect(lines.length).toBeLessThanOrEqual(13);
  expect(lines[0]).toBe(`${plan.car.name}: ${plan.name}`);
  for (const line of lines.slice(1, -1)) expect(line).toMatch(/^.{12}\S/);
  expect(lines.join('\n')).toContain('km/h');
  expect(planText(plan.name, plan, figures, 'imperial')).toContain('mph');
  expect(lines.join('\n')).not.toMatch(/undefined|NaN/);
});
