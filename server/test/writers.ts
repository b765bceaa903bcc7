import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import path from 'node:path';
import {
  KIND_NAMES,
  kindOf,
  NO_FITTING,
  NO_PURCHASE,
  parentOf,
  type LadderProgress,
  type Doc,
  type DocList,
  type Fitting,
  type KindName,
  type Purchase,
  type Wish,
  type Written,
} from '@puddler/contract';

/** Two of each kind. */
export const WRITERS = 2 * KIND_NAMES.length;

/** What a writer was told of its one document. */
export interface Acknowledged {
  at: string;
  version: number;
  /** The text that the document carries, by version. */
  texts: Map<number, string>;
  /** Null once it was told that its document is deleted. */
  deletedAs: number | undefined;
  answers: number;
}

const scope: Wish['scope'] = { motor: 'shelf', esc: 'shelf', pack: 'shelf', gears: 'shelf', packPairs: false, twoMotors: false, gearbox: false };
const planFile = JSON.parse(readFileSync(path.join(__dirname, '../../demo/plans/12-ridgeback-sixty.json'), 'utf8')) as Record<string, unknown>;

const BAND = { p10: 1, p50: 2, p90: 3 };
const FORESEEN = { topSpeedMs: BAND, canC: BAND, escC: BAND, packC: BAND, packA: BAND, windingOverCanK: 4, ambientC: 18 };

/** A body of each kind that carries a text. */
function bodyOf(kind: KindName, text: string): unknown {
  const { format: _format, version: _version, car, ...plan } = planFile;
  switch (kind) {
    case 'car':
      return { car: { ...(car as object), name: text }, bench: {} };
    case 'plan':
      return { ...plan, name: text };
    case 'wish':
      return { name: text, wish: { aim: 'speed' }, scope } satisfies Wish;
    case 'purchase':
      return { ...NO_PURCHASE, own: [{ id: 'own', what: text, count: 1, group: 'tools' }] } satisfies Purchase;
    case 'fitting':
      return { ...NO_FITTING, steps: [{ id: 'mesh', note: text }] } satisfies Fitting;
    case 'ladder':
      return { steps: [{ id: 'one', at: '2027-01-09T10:00:00Z', runId: text, foreseen: FORESEEN }] } satisfies LadderProgress;
    case 'day':
      return { base: { ...planFile, name: text }, seed: 1, stoodS: 0, waitedS: 0, drives: [] };
    case 'run':
      return { name: text, at: '2027-01-09T10:00:00Z', plan: planFile };
    case 'learned':
      return { from: [text], figures: [{ key: 'car.massKg', ln: 0.02, before: 0.03 }], covariance: [0.0004] };
    case 'part':
      return { kind: 'fan', name: text, status: 'owned', spec: {} };
  }
}

async function send(address: string, at: string, method: 'PUT' | 'DELETE', body: object): Promise<Written> {
  const response = await fetch(`${address}${at}`, { method, headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) });
  if (response.status !== 200) throw new Error(`${method} ${at} was answered ${response.status}: ${await response.text()}`);
  return (await response.json()) as Written;
}

/** Two writers of each kind write as fast as they are answered, deleting now and then, until the server is gone. */
export async function startWriters(address: string, known: Map<string, Acknowledged>): Promise<void> {
  const { documents } = (await (await fetch(`${address}/api/garage`)).json()) as DocList;
  const parents: Partial<Record<KindName, string>> = {
    car: documents.car!.find((doc) => !doc.body.car.name.startsWith('written'))!.id,
    plan: documents.plan!.find((doc) => !doc.body.name.startsWith('written'))!.id,
  };
  await Promise.all(
    KIND_NAMES.flatMap((kind) =>
      [0, 1].map(async (n) => {
        const name = `${kind} ${n}`;
        const writer = known.get(name) ?? {
          at: `/api/${kindOf(kind).path}/${randomUUID()}`,
          version: 0,
          texts: new Map(),
          deletedAs: undefined,
          answers: 0,
        };
        known.set(name, writer);
        const parentKind = parentOf(kind);
        const parent = parentKind ? { parentId: parents[parentKind] } : {};
        try {
          for (;;) {
            if (writer.version > 0 && writer.version % 7 === 0 && writer.deletedAs === undefined) {
              const { version } = await send(address, writer.at, 'DELETE', { base: writer.version });
              Object.assign(writer, { version, deletedAs: version });
            } else {
              const text = `written ${randomUUID()}`;
              writer.texts.set(writer.version + 1, text);
              const { version } = await send(address, writer.at, 'PUT', { base: writer.version, body: bodyOf(kind, text), ...parent });
              expect(version).toBe(writer.version + 1);
              Object.assign(writer, { version, deletedAs: undefined });
            }
            writer.answers++;
          }
        } catch (error) {
          // The server was killed; anything else it said is a failure.
          if ((error as Error).name !== 'TypeError') throw error;
        }
      }),
    ),
  );
}

/** What is there now is what was acknowledged, or the one write that was under way when the server died. */
export function check(writer: Acknowledged, now: Doc | undefined): void {
  if (!now) {
    // Deleted as it was told, or by the delete under way: the next write of it finds out its version.
    if (writer.deletedAs === undefined) {
      expect(writer.version % 7).toBe(0);
      Object.assign(writer, { version: writer.version + 1, deletedAs: writer.version + 1 });
    }
    return;
  }
  expect([writer.version, writer.version + 1]).toContain(now.version);
  expect(JSON.stringify(now.body)).toContain(writer.texts.get(now.version));
  writer.deletedAs = undefined;
}
