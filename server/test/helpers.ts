import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { randomUUID } from 'node:crypto';
import type { LearnedFigures } from '@puddler/core';
import {
  splitPlanFile,
  type BodyOf,
  type CarRun,
  type Doc,
  type DocList,
  type FileRef,
  type KindName,
  KINDS,
  type ListName,
  type Wish,
} from '@puddler/contract';
import request from 'supertest';
import type { Config } from '../src/config';
import { openDatabase } from '../src/db/open';
import { DocumentStore } from '../src/documents/store';
import { serve, type Running } from '../src/serve';
import { plainPlan } from '../../core/test/helpers';

export const { car: CAR, plan: PLAN } = splitPlanFile(plainPlan());
export const RUN: CarRun = { at: '2027-01-09T10:00:00Z', plan: plainPlan(), passes: [{ speedMs: 14, direction: 'out' }] };
export const LEARNED: LearnedFigures = { from: ['R'], figures: [{ key: 'car.massKg', ln: 0.02, before: 0.03 }], covariance: [0.0004] };
export const WISH: Wish = {
  name: 'Sixty',
  wish: { aim: 'speed', topSpeed: { is: 'at-least', speedMs: 16.7 }, canC: 70 },
  scope: { motor: 'shelf', esc: 'shelf', pack: 'shelf', gears: 'shelf', packPairs: false, twoMotors: false, gearbox: false },
};
export const MIGRATIONS = path.join(__dirname, '../migrations');

export function newFolder(): string {
  return mkdtempSync(path.join(tmpdir(), 'puddler-test-'));
}

export const configOf = (dataFolder: string): Config => ({
  port: 0,
  dataFolder,
  migrationsFolder: MIGRATIONS,
  pageFolder: path.join(__dirname, 'page'),
  demoFolder: path.join(__dirname, '../../demo'),
  logLevel: 'silent',
  pairingFolder: path.join(__dirname, '../pairing'),
  lanPort: 0,
  lanName: undefined,
});

/** Those that a failed test left behind would keep the test runner waiting for ever. */
const started = new Set<Running>();
afterAll(() => Promise.all([...started].map((one) => one.stop())));

/** The real server on a free port with a database of its own. */
export async function startServer(dataFolder = newFolder()): Promise<Running> {
  const running = await serve(configOf(dataFolder));
  started.add(running);
  return running;
}

/** A store on a database of its own, without a server. */
export async function openStore(folder = newFolder()): Promise<DocumentStore> {
  return new DocumentStore(await openDatabase(folder, MIGRATIONS));
}

/** The smallest whole pictures of each kind, as their marks go; another `fill` makes another picture. */
export const jpeg = (fill = 7) => Buffer.concat([Buffer.from([0xff, 0xd8, 0xff, 0xe0]), Buffer.alloc(400, fill), Buffer.from([0xff, 0xd9])]);
export const png = () =>
  Buffer.concat([Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]), Buffer.alloc(300, 1), Buffer.from('IEND'), Buffer.alloc(4)]);
export const webp = () => Buffer.concat([Buffer.from('RIFF'), Buffer.from([0x3c, 0, 0, 0]), Buffer.from('WEBP'), Buffer.alloc(56)]);

/** A client and the few calls that most tests begin with. */
export function clientOf(running: Running) {
  const http = request(running.server);
  const put = async <K extends KindName>(kind: K, body: BodyOf<K>, parentId?: string): Promise<Doc<K>> => {
    const at = `/api/${KINDS[kind].path}/${randomUUID()}`;
    const response = await http.put(at).send({ base: 0, body, ...(parentId === undefined ? {} : { parentId }) });
    expect(response.status).toBe(200);
    return (await http.get(at)).body as Doc<K>;
  };
  return {
    http,
    put,
    addCar: (car = CAR) => put('car', { car, bench: {} }),
    addPlan: (carId: string, plan = PLAN) => put('plan', plan, carId),
    list: async (list: ListName) => (await http.get(`/api/${list}`)).body as DocList,
    addLog: async (text: string) => (await http.post('/api/files/logs').set('content-type', 'text/csv').send(text)).body as FileRef,
    addPhoto: async (bytes = jpeg()) =>
      (await http.post('/api/files').set('content-type', 'image/jpeg').send(bytes)).body as { hash: string; type: string; bytes: number },
  };
}
