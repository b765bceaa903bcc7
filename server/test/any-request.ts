import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { KIND_NAMES, kindOf, type KindName } from '@puddler/contract';
import type { PlanFile } from '@puddler/core';

/** A request that someone could send, well meant or not. */
export interface AnyRequest {
  method: string;
  path: string;
  headers: Record<string, string>;
  body: string | undefined;
}

// Both the tests and the bench run from the root.
const file = JSON.parse(readFileSync('demo/plans/12-ridgeback-sixty.json', 'utf8')) as PlanFile;
const { format: _format, version: _version, car, ...plan } = file;
const scope = { motor: 'shelf', esc: 'shelf', pack: 'shelf', gears: 'shelf', packPairs: false, twoMotors: false, gearbox: false };
const BODIES: Record<KindName, object> = {
  car: { car, bench: {} },
  plan,
  wish: { name: 'W', wish: { aim: 'speed' }, scope },
  purchase: { lines: [{ id: 'esc', state: 'ordered', price: 9 }], own: [], bundles: [], sales: [] },
  fitting: { choices: {}, steps: [{ id: 'mesh', note: 'N' }], photos: [], settings: [] },
  run: { at: '2027-01-09T10:00:00Z', plan: file, passes: [{ speedMs: 14, direction: 'out' }], readings: [{ of: 'can', c: 60, afterStopS: 20 }] },
  learned: { from: ['R'], figures: [{ key: 'car.massKg', ln: 0.02, before: 0.03 }], covariance: [0.0004] },
  ladder: { steps: [], ownedOnly: true, readyC: 35 },
  day: { base: file, seed: 3, stoodS: 0, waitedS: 0, drives: [] },
  part: { kind: 'fan', name: 'F', status: 'owned', spec: {} },
};
const GOOD: object[] = [...Object.values(BODIES), file];

/** Few enough that requests meet one another’s documents. */
const IDS = Array.from({ length: 12 }, (_, i) => `00000000-0000-4000-8000-${String(i).padStart(12, '0')}`);
const id = fc.oneof(
  { weight: 8, arbitrary: fc.constantFrom(...IDS) },
  {
    weight: 1,
    arbitrary: fc.constantFrom('17', '', '..%2f..', 'constructor', IDS[0]!.toUpperCase().replace(/0/g, 'A'), '%00', '%ff', 'a'.repeat(3000)),
  },
);
const base = fc.oneof({ weight: 6, arbitrary: fc.nat(6) }, { weight: 1, arbitrary: fc.constantFrom(-1, 1.5, '1', null, 2 ** 60) });
const WORDS = ['constructor', '__proto__', 'toString', 'kind', 'spec', 'car', 'name', 'massKg', 'packs', 'wish', 'photos', 'hash'];
const anyValue = fc.anything({
  maxDepth: 5,
  key: fc.oneof(fc.constantFrom(...WORDS), fc.string()),
  values: [fc.constantFrom(...WORDS), fc.string({ unit: 'binary' }), fc.double(), fc.boolean(), fc.constant(null)],
});
/** A good document with one of its leaves, or a group, gone wrong. */
const bent = fc.tuple(fc.constantFrom(...GOOD), fc.nat(40), anyValue).map(([good, at, value]) => {
  const text = JSON.stringify(good);
  const places = [...text.matchAll(/:("[^"]*"|[\d.]+|true|false)/g)];
  const place = places[at % Math.max(1, places.length)];
  const json = JSON.stringify(value) as string | undefined;
  if (!place || json === undefined) return good;
  return JSON.parse(`${text.slice(0, place.index)}:${json}${text.slice(place.index + place[0].length)}`) as object;
});
const document = fc.oneof({ weight: 5, arbitrary: fc.constantFrom(...GOOD) }, { weight: 4, arbitrary: bent }, { weight: 1, arbitrary: anyValue });
const parent = fc.oneof(
  fc.constant({}),
  id.map((parentId) => ({ parentId })),
);
const put = fc.tuple(base, parent, document).map(([version, of, body]) => ({ base: version, ...of, body }));
const write = fc.tuple(id, put, fc.boolean()).map(([one, what, gone]) => ({ id: one, ...what, ...(gone ? { body: null } : {}) }));
const writes = fc.oneof(
  fc.array(write, { maxLength: 8 }).map((list) => ({ writes: list })),
  fc.constant({ writes: Array.from({ length: 2000 }, () => ({ a: 1 })) }),
);
const text = fc.oneof(
  {
    weight: 12,
    arbitrary: fc
      .oneof(
        put,
        writes,
        document,
        base.map((version) => ({ base: version })),
      )
      .map((value) => JSON.stringify(value) as string | undefined),
  },
  {
    weight: 2,
    arbitrary: fc.constantFrom(
      '',
      '{',
      '[[[[',
      '"',
      'null',
      '{"a":',
      '['.repeat(4000),
      '{"a":'.repeat(3000),
      '\u0000',
      `{"k":"${'x'.repeat(300_000)}"}`,
    ),
  },
  { weight: 1, arbitrary: fc.string({ unit: 'binary', maxLength: 300 }) },
);

const paths = fc.oneof(
  ...KIND_NAMES.flatMap((kind) => {
    const at = `/api/${kindOf(kind).path}`;
    return [fc.constant(at), id.map((one) => `${at}/${one}`), id.map((one) => `${at}/${one}/restore`)];
  }),
  id.map((one) => `/api/plans/${one}/file`),
  id.map((one) => `/api/whole-car/${one}`),
  fc.constantFrom(
    '/api/garage',
    '/api/shelf',
    '/api/log',
    '/api/cars?limit=3',
    '/api/cars?limit=3&after=1.1',
    '/api/cars?after=9e9.%00&limit=-0',
    '/api/set-aside',
    '/api/health',
    '/api/imports',
    '/api/files',
    '/api/instruments/drives',
    '/api/instruments/drives/x/thermometer?of=can&afterS=1e9',
    '/api/backup',
    '/api/backup/check',
    '/api/backup/restore',
    '/',
    '/plans/x',
    '/api/',
    '/%',
  ),
  fc.constantFrom('0'.repeat(64), 'x', '..%2f..%2fpuddler.db').map((hash) => `/api/files/${hash}`),
);
const headers = fc.record(
  {
    'content-type': fc.constantFrom(
      'application/json',
      'application/json; charset=utf-8',
      'text/plain',
      'application/zip',
      'image/jpeg',
      'application/json; charset=nothing',
    ),
    'content-encoding': fc.constantFrom('gzip', 'identity', 'constructor', 'br, gzip'),
    'accept-encoding': fc.constantFrom('gzip', 'identity', 'identity;q=0', '*;q=0', 'br', 'nonsense;q=7'),
    'if-none-match': fc.constantFrom('"x"', '*', 'W/"a"'),
    accept: fc.constantFrom('*/*', 'text/html', 'nonsense'),
  },
  { requiredKeys: [] },
);
const usual = fc.constant({ 'content-type': 'application/json' });

const stray: fc.Arbitrary<AnyRequest> = fc
  .tuple(
    fc.oneof(
      { weight: 9, arbitrary: fc.constantFrom('GET', 'PUT', 'POST', 'DELETE') },
      { weight: 1, arbitrary: fc.constantFrom('PATCH', 'HEAD', 'OPTIONS') },
    ),
    paths,
    fc.oneof({ weight: 3, arbitrary: usual }, { weight: 1, arbitrary: headers }),
    text,
  )
  .map(([method, path, head, body]) => ({
    method,
    path,
    headers: head,
    body: method === 'GET' || method === 'HEAD' ? undefined : body,
  }));

const usualId = fc.constantFrom(...IDS);
/** Writes and deletes that may well be taken: of a good document under an id that others use too. */
const aimed: fc.Arbitrary<AnyRequest> = fc
  .tuple(fc.nat(KIND_NAMES.length - 1), usualId, fc.constantFrom(...IDS.slice(0, 3)), fc.nat(4), fc.constantFrom('PUT', 'PUT', 'PUT', 'DELETE'))
  .map(([at, one, parentId, version, method]) => {
    const kind = KIND_NAMES[at]!;
    const { path, parent: needs } = kindOf(kind);
    const of = needs === undefined ? {} : { parentId };
    const body = method === 'PUT' ? { base: version, ...of, body: BODIES[kind] } : { base: version };
    return {
      method,
      path: `/api/${path}/${needs === undefined ? parentId : one}`,
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    };
  });

/** Requests over all routes and methods, many of them nearly right. */
export const anyRequest: fc.Arbitrary<AnyRequest> = fc.oneof({ weight: 2, arbitrary: stray }, { weight: 1, arbitrary: aimed });
