import { createWriteStream } from 'node:fs';
import { rename, rm, stat } from 'node:fs/promises';
import path from 'node:path';
import { pipeline } from 'node:stream/promises';
import { parseArgs } from 'node:util';
import { damageText, kindOf, type RestoreLine, type RestoreState } from '@puddler/contract';
import pino from 'pino';
import { readConfig, type Config } from '../config';
import { openDataFolder } from '../data-folder';
import { checkFolder } from '../check/check-folder';
import { DocumentStore } from '../documents/store';
import { FolderInUse } from '../db/lock';
import { databaseBeside } from '../db/open';
import { FileStore } from '../files/store';
import { BadBackup, readBackup, type Backup } from './read-backup';
import { parentHere, previewRestore, restoreBackup } from './restore-backup';
import { writeBackup } from './write-backup';

const log = pino({ level: 'error' }, pino.destination(2));

/** What went wrong, in words for the shell; not a fault of this program. */
class Refusal extends Error {}

const exists = async (file: string) => (await stat(file).catch(() => undefined)) !== undefined;

/** Opens the data folder, or reads beside a server that has it: reading takes nothing from anyone. */
async function openToRead(config: Config) {
  try {
    const folder = await openDataFolder(config, log);
    return { store: folder.store, files: folder.files, close: () => folder.close() };
  } catch (error) {
    if (!(error instanceof FolderInUse)) throw error;
    const db = databaseBeside(config.dataFolder);
    return { store: new DocumentStore(db), files: new FileStore(path.join(config.dataFolder, 'files')), close: () => db.close() };
  }
}

/** Writes a backup of the data folder to a file that is not there yet; works while the server runs. */
async function backup(config: Config, file: string): Promise<string> {
  if (await exists(file)) throw new Refusal(`${file} is there already. Name a new file.`);
  if (!(await exists(config.dataFolder))) throw new Refusal(`There is no data folder ${config.dataFolder}. Set PUDDLER_DATA to the one to back up.`);
  const source = await openToRead(config);
  const part = `${file}.part`;
  try {
    await pipeline(await writeBackup(source.store.db, source.files, new Date()), createWriteStream(part, { mode: 0o600 }));
    await rename(part, file);
    return `The backup is in ${file} (${Math.ceil((await stat(file)).size / 1024)} kB).`;
  } finally {
    await rm(part, { force: true });
    await source.close();
  }
}

const WORDS: Record<RestoreState, string> = {
  new: 'new here',
  deleted: 'deleted here, comes back',
  'newer-in-backup': 'newer in the backup, replaces the one here',
  'newer-here': 'newer here, stays',
  unsure: 'newer here by one of clock and versions, in the backup by the other, stays (--take-unsure: is replaced)',
  same: 'the same',
};

/** How many documents of each kind are in each state. */
function summary(lines: readonly RestoreLine[]): string[] {
  const counts = new Map<string, number>();
  for (const { kind, state } of lines) {
    const text = `${kindOf(kind).path}: ${WORDS[state]}`;
    counts.set(text, (counts.get(text) ?? 0) + 1);
  }
  return [...counts].map(([text, count]) => `${String(count).padStart(7)} ${text}`);
}

/** What a backup could not take in when it was made. */
function notInIt({ manifest: { lost = [], unread = 0 }, orphans }: Backup): string[] {
  return [
    ...lost.map(({ hash, why }) => `        ${why} when it was made: file ${hash}`),
    ...(unread > 0 ? [`${String(unread).padStart(7)} documents could not be read when it was made`] : []),
    ...(orphans > 0 ? [`${String(orphans).padStart(7)} documents belong to one of these, and are left out`] : []),
  ];
}

/** Restores a backup into the data folder, or with `show` only says what that would do. */
async function restore(config: Config, file: string, { show, takesUnsure }: { show: boolean; takesUnsure: boolean }): Promise<string> {
  if (!(await exists(file))) throw new Refusal(`There is no file ${file}.`);
  const folder = await openDataFolder(config, log);
  try {
    const whole = await readBackup(file, parentHere(folder.store));
    try {
      const { lines } = show
        ? { lines: await previewRestore(folder.store, whole) }
        : await restoreBackup(folder.store, folder.files, whole, takesUnsure);
      return [`Backup of ${whole.manifest.madeAt}${show ? ', not restored' : ''}:`, ...summary(lines), ...notInIt(whole)].join('\n');
    } finally {
      whole.close();
    }
  } finally {
    await folder.close();
  }
}

/** Reads everything against its schema and its hash; works while the server runs. Resolves to whether all is whole. */
async function check(config: Config): Promise<boolean> {
  if (!(await exists(config.dataFolder))) throw new Refusal(`There is no data folder ${config.dataFolder}. Set PUDDLER_DATA to the one to check.`);
  const source = await openToRead(config);
  try {
    const report = await checkFolder(source.store, source.files, path.join(config.dataFolder, 'backups'), new Date());
    console.log(`${report.documents} documents and ${report.files} photos and logs were read.`);
    for (const one of report.bad) console.log(`  ${damageText(one)}`);
    if (report.bad.length === 0) console.log('All of it is as it was saved.');
    return report.bad.length === 0;
  } finally {
    await source.close();
  }
}

const USAGE = 'npm run backup -- FILE.zip\nnpm run restore -- [--show] [--take-unsure] FILE.zip\nnpm run check';

/** What was asked for; undefined where it is nothing that there is. */
function asked(args: readonly string[]) {
  try {
    const { values, positionals } = parseArgs({
      args: [...args],
      allowPositionals: true,
      options: { show: { type: 'boolean', default: false }, 'take-unsure': { type: 'boolean', default: false } },
    });
    const [verb, file, ...more] = positionals;
    const isWhole = verb === 'check' ? file === undefined : (verb === 'backup' || verb === 'restore') && file !== undefined;
    return isWhole && more.length === 0 ? { verb, file: file ?? '', show: values.show, takesUnsure: values['take-unsure'] } : undefined;
  } catch {
    return undefined;
  }
}

/** `backup FILE`, `restore [--show] [--take-unsure] FILE`, `check`. Resolves to the exit code. */
export async function main(args: readonly string[], env: NodeJS.ProcessEnv): Promise<number> {
  const wish = asked(args);
  if (!wish) {
    console.error(USAGE);
    return 2;
  }
  const { verb } = wish;
  try {
    const config = readConfig(env);
    const file = path.resolve(env['INIT_CWD'] ?? '.', wish.file);
    if (verb === 'check') return (await check(config)) ? 0 : 1;
    console.log(verb === 'backup' ? await backup(config, file) : await restore(config, file, wish));
    return 0;
  } catch (error) {
    if (error instanceof FolderInUse) console.error(`${error.message} The page itself can restore a backup while it runs.`);
    else if (error instanceof BadBackup || error instanceof Refusal)
      console.error(`${error.message}${verb === 'restore' ? ' Nothing was changed.' : ''}`);
    else throw error;
    return 1;
  }
}
