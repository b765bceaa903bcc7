import { readConfig } from './config';
import { FolderInUse } from './db/lock';
import { loadDemo } from './demo';
import { storageFault } from './http/storage-fault';
import { serve } from './serve';

/** `--lan` serves the local network at its first address, `--lan=192.168.1.20` at that one; with `--tls` encrypted. */
const lanAsked = process.argv.find((text) => text === '--lan' || text.startsWith('--lan='));
const demoAt = process.argv.indexOf('--demo');
const demoFolder = demoAt > 0 ? process.argv[demoAt + 1]! : undefined;

/** Why it could not start, in words that say what to do about it. */
function reason(error: unknown): string {
  const { code, message } = error as NodeJS.ErrnoException;
  if (code === 'EADDRINUSE') return 'This port is in use, perhaps by Puddler itself: open it there, or set PORT to another one.';
  if (error instanceof FolderInUse) return message;
  if (/_journal\.json/.test(message))
    return 'This installation is incomplete: server/migrations is missing. Fetch Puddler again; your data is untouched.';
  switch (storageFault(error)) {
    case 'disk-full':
      return 'The disk that holds the data folder is full. Make room on it and start again.';
    case 'read-only':
      return 'The data folder cannot be written to. Allow this user to write there, or set PUDDLER_DATA to another folder.';
    case 'damaged-database':
      return 'The database in the data folder is damaged. Put the newest copy from its backups folder in the place of puddler.db, or restore a backup into an empty folder.';
    case undefined:
      return message;
  }
}

try {
  const running = await serve(
    readConfig(process.env),
    demoFolder ? { empty: true, prepare: ({ store, files }) => loadDemo(store, files, demoFolder) } : {},
  );
  // A terminal sends Ctrl+C to the whole group and the parent process may pass it on again: all of them ask for the same stop.
  for (const signal of ['SIGTERM', 'SIGINT'] as const) process.on(signal, () => void running.stop().then(() => process.exit(0)));
  console.log(`Puddler is ready at ${running.address}`);
  if (running.readOnly)
    console.error(
      'The disk that holds the data folder is full: everything can be read, and nothing is saved. Make room on it and start Puddler again.',
    );
  if (lanAsked) {
    await running.lan.start(lanAsked.slice('--lan='.length) || undefined, process.argv.includes('--tls'));
    const { on, problem } = running.lan.state();
    console.log(on ? `Phones reach it at ${on.url}: pair them at ${running.address}/phones` : problem);
  }
} catch (error) {
  console.error(reason(error));
  process.exit(1);
}
