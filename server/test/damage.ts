import { randomUUID } from 'node:crypto';
import { cpSync, existsSync, mkdtempSync, readdirSync, readFileSync, renameSync, rmSync, symlinkSync, truncateSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { createClient } from '@libsql/client';
import { databaseIn } from '../src/db/open';

/** What a disk, or a hand, does to a data folder that no process holds: its name, and the change to the folder. */
type Damage = readonly [name: string, does: (folder: string, pick: Choose) => Promise<void> | void];

/** A whole number from 0 up to below `count`, of the seed. */
type Choose = (count: number) => number;

/** The numbers of a seed, one after the other. */
function pickerOf(seed: number): Choose {
  let state = seed >>> 0;
  return (count) => {
    // A linear congruence of 32 bits (Numerical Recipes) is enough to choose by.
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return Math.floor((state / 2 ** 32) * count);
  };
}

async function sql(folder: string, statement: string): Promise<void> {
  const client = createClient({ url: databaseIn(folder) });
  await client.execute(statement);
  client.close();
}

const rowid = (pick: Choose) => `(SELECT rowid FROM documents ORDER BY rowid LIMIT 1 OFFSET ${pick(40)} % (SELECT count(*) FROM documents))`;

function overwrite(file: string, at: number, bytes: Buffer): void {
  const whole = readFileSync(file);
  bytes.copy(whole, Math.min(at, whole.length - 1));
  writeFileSync(file, whole);
}

const noise = (pick: Choose, length: number) => Buffer.from(Array.from({ length }, () => pick(256)));
const fileOf = (folder: string, pick: Choose) => {
  const all = readdirSync(path.join(folder, 'files')).sort();
  return path.join(folder, 'files', all[pick(all.length)]!);
};
const database = (folder: string) => path.join(folder, 'puddler.db');

const DAMAGES: readonly Damage[] = [
  [
    'a byte that is no text in a body',
    (folder, pick) =>
      sql(
        folder,
        `UPDATE documents SET body = CAST(substr(CAST(body AS BLOB), 1, ${10 + pick(60)}) || x'ff' || substr(CAST(body AS BLOB), 80) AS TEXT) WHERE rowid = ${rowid(pick)}`,
      ),
  ],
  ['a body that is cut off', (folder, pick) => sql(folder, `UPDATE documents SET body = substr(body, 1, ${pick(80)}) WHERE rowid = ${rowid(pick)}`)],
  ['an id that is no text', (folder, pick) => sql(folder, `UPDATE documents SET id = CAST(x'fffe41' AS TEXT) WHERE rowid = ${rowid(pick)}`)],
  ['a kind that nobody knows', (folder, pick) => sql(folder, `UPDATE documents SET kind = 'boat' WHERE rowid = ${rowid(pick)}`)],
  ['a body of a later release', (folder, pick) => sql(folder, `UPDATE documents SET form = 99 WHERE rowid = ${rowid(pick)}`)],
  ['a time that is none', (folder, pick) => sql(folder, `UPDATE documents SET created_at = 'noon', updated_at = x'00' WHERE rowid = ${rowid(pick)}`)],
  ['noise in a page of the database', (folder, pick) => overwrite(database(folder), 4096 * (1 + pick(60)) + pick(4000), noise(pick, 64))],
  ['a page of the database is zeroes', (folder, pick) => overwrite(database(folder), 4096 * (1 + pick(60)), Buffer.alloc(4096))],
  ['noise in the head of the database', (folder, pick) => overwrite(database(folder), pick(90), noise(pick, 8))],
  ['the database is cut off', (folder, pick) => truncateSync(database(folder), 4096 * pick(40))],
  ['noise as write-ahead log', (folder, pick) => writeFileSync(`${database(folder)}-wal`, noise(pick, 5000))],
  ['a byte of a file', (folder, pick) => overwrite(fileOf(folder, pick), pick(2000), noise(pick, 1))],
  ['a file is cut off', (folder, pick) => truncateSync(fileOf(folder, pick), pick(40))],
  ['a file is gone', (folder, pick) => rmSync(fileOf(folder, pick))],
  [
    'a link in the place of a file',
    (folder, pick) => {
      const file = fileOf(folder, pick);
      rmSync(file);
      symlinkSync('/nowhere/at/all', file);
    },
  ],
  ['noise in the lock', (folder, pick) => writeFileSync(path.join(folder, 'in-use.lock'), noise(pick, 3000))],
  [
    'the lock is a dangling link',
    (folder) => {
      rmSync(path.join(folder, 'in-use.lock'), { force: true });
      symlinkSync(path.join(folder, 'not there'), path.join(folder, 'in-use.lock'));
    },
  ],
  [
    'noise in what is known of devices and checks',
    (folder, pick) => {
      for (const name of ['devices.json', 'check.json', 'authority.json']) writeFileSync(path.join(folder, name), noise(pick, 200));
    },
  ],
  [
    'the folder of copies is a link to nowhere',
    (folder) => {
      rmSync(path.join(folder, 'backups'), { recursive: true, force: true });
      symlinkSync('/nowhere/at/all', path.join(folder, 'backups'));
    },
  ],
  ['the folder of files is gone', (folder) => rmSync(path.join(folder, 'files'), { recursive: true })],
  [
    'the folder of files is elsewhere, behind a link',
    (folder) => {
      const there = mkdtempSync(path.join(tmpdir(), 'puddler-files-'));
      cpSync(path.join(folder, 'files'), there, { recursive: true });
      rmSync(path.join(folder, 'files'), { recursive: true });
      symlinkSync(there, path.join(folder, 'files'));
    },
  ],
  [
    'the database is a folder',
    (folder) => {
      renameSync(database(folder), path.join(folder, `old-${randomUUID()}`));
      cpSync(path.join(folder, 'files'), database(folder), { recursive: true });
    },
  ],
  ['a dangling link beside the rest', (folder) => symlinkSync('/nowhere/at/all', path.join(folder, 'photos'))],
];

/** Damages a copy of a folder by the seed. Returns the copy and the names of its damages. */
export async function damagedCopy(whole: string, seed: number): Promise<{ folder: string; done: string[] }> {
  const pick = pickerOf(seed);
  const folder = mkdtempSync(path.join(tmpdir(), 'puddler-damage-'));
  cpSync(whole, folder, { recursive: true });
  const done: string[] = [];
  for (let count = 1 + pick(2); count > 0; count--) {
    const [name, does] = DAMAGES[pick(DAMAGES.length)]!;
    try {
      await does(folder, pick);
      done.push(name);
    } catch {
      // The damage before it left nothing of what this one would damage.
      done.push(`(${name})`);
    }
  }
  if (existsSync(path.join(folder, 'in-use.json'))) rmSync(path.join(folder, 'in-use.json'));
  return { folder, done };
}
