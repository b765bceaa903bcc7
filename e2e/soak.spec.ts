import type { DocList } from '@puddler/contract';
import { randomStream } from '@puddler/core';
import { expect, saved, test } from './fixtures';
import { SOAK_ACTIONS } from './soak-actions';

const SEED = 11;
const ACTIONS = 10;

test('ten things done one after the other by chance: no error, nothing that the server refuses, and all is saved (seed 11)', async ({
  page,
  club,
}) => {
  const refused: string[] = [];
  page.on('response', (response) => response.status() >= 400 && refused.push(`${response.status()} ${response.url()}`));
  const { documents } = JSON.parse(await (await fetch(`${club.address}/api/garage`)).text()) as DocList;
  const random = randomStream(SEED);
  const pick = (below: number) => Math.floor(random() * below);
  const context = { address: club.address, planIds: documents.plan!.map(({ id }) => id), pick };
  await page.goto(club.address);
  for (let i = 0; i < ACTIONS; i++) await SOAK_ACTIONS[pick(SOAK_ACTIONS.length)]!.run(page, context);
  await saved(page);
  expect(refused).toEqual([]);
});
