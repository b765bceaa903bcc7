import { spawn } from 'node:child_process';
import { createHash } from 'node:crypto';
import {
  LIST_NAMES,
  parentOf,
  type CarPiece,
  type CheckReport,
  type DocList,
  type ErrorBody,
  type KindName,
  type RestorePreview,
} from '@puddler/contract';

/** A server that was started, or what it said when it would not. */
type Start = { address: string; stop: () => Promise<void> } | { refused: string; signal: NodeJS.Signals | null };

const START_MS = 30_000;

function start(program: string, dataFolder: string): Promise<Start> {
  const child = spawn(process.execPath, [program], {
    env: { ...process.env, PORT: '0', PUDDLER_DATA: dataFolder, PUDDLER_LAN_PORT: '0' },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  const timer = setTimeout(() => child.kill('SIGKILL'), START_MS);
  return new Promise((resolve) => {
    let [out, err] = ['', ''];
    child.stderr.on('data', (piece: Buffer) => (err += piece.toString()));
    const ended = new Promise<void>((done) => child.once('exit', () => done()));
    child.stdout.on('data', (piece: Buffer) => {
      out += piece.toString();
      const address = /ready at (http:\S+)/.exec(out)?.[1];
      if (address === undefined) return;
      clearTimeout(timer);
      const stop = async () => {
        child.kill('SIGTERM');
        await ended;
      };
      resolve({ address, stop });
    });
    child.once('exit', (_code, signal) => {
      clearTimeout(timer);
      resolve({ refused: err, signal });
    });
  });
}

/** Every document of a server by kind and id, as text, and what it names as set aside; or the error that it answers with. */
async function stateOf(address: string): Promise<{ docs: Map<string, string>; aside: number } | { error: ErrorBody['error'] }> {
  const docs = new Map<string, string>();
  let aside = 0;
  for (const list of LIST_NAMES) {
    const answer = await fetch(`${address}/api/${list}`);
    const body = (await answer.json()) as DocList & ErrorBody;
    if (answer.status !== 200) return { error: body.error };
    for (const [kind, all] of Object.entries(body.documents))
      for (const doc of all) docs.set(`${kind} ${doc.id}`, JSON.stringify([doc.parentId, doc.body]));
    aside += body.setAside.length;
  }
  return { docs, aside };
}

export const docsOf = async (address: string): Promise<Map<string, string>> => {
  const state = await stateOf(address);
  return 'docs' in state ? state.docs : new Map();
};

/** What differs between the lists and what a page begins with: cars by name, and each of them whole. */
async function carFaults(address: string, docs: ReadonlyMap<string, string>): Promise<string[]> {
  const faults: string[] = [];
  const { documents, plans } = (await (await fetch(`${address}/api/cars`)).json()) as CarPiece;
  const listed = [...docs.keys()].filter((key) => key.startsWith('car '));
  if ((documents?.car?.length ?? -1) !== listed.length) faults.push(`${documents?.car?.length} of ${listed.length} cars by name`);
  for (const { id } of documents?.car ?? []) {
    const whole = (await (await fetch(`${address}/api/whole-car/${id}`)).json()) as DocList;
    const own = new Set((whole.documents?.plan ?? []).map((plan) => plan.id));
    for (const plan of own) if (!docs.has(`plan ${plan}`)) faults.push(`plan ${plan} is in no list`);
    for (const plan of own) if (!plans[id]!.some((one) => one.id === plan)) faults.push(`plan ${plan} has no name`);
  }
  return faults;
}

/** What Puddler may say when it does not start: each with the way out. */
const ADVICE = /Put the newest copy|Allow this user to write|is in use|Make room/;

/** What became of a damaged folder: a fault, where it is not as it must be. */
export interface Trial {
  outcome: 'refused' | 'refuses lists' | 'opened';
  /** Documents of before that are there as they were, that differ, and that are named as set aside. */
  same?: number;
  differing?: number;
  aside?: number;
  faults: string[];
}

/**
 * Starts a damaged folder: it must open what is whole and name the rest, or refuse with advice. Where it opens, a backup of it must bring all that it shows
 * into an empty folder, and every file whose bytes are whole.
 */
export async function trial(program: string, folder: string, emptyFolder: string, before: Map<string, string>): Promise<Trial> {
  const faults: string[] = [];
  const started = await start(program, folder);
  if ('refused' in started) {
    if (started.signal) faults.push(`ended by ${started.signal}: ${started.refused.slice(-300)}`);
    else if (!ADVICE.test(started.refused)) faults.push(`refused without advice: ${started.refused.slice(-300)}`);
    return { outcome: 'refused', faults };
  }
  try {
    const state = await stateOf(started.address);
    if ('error' in state) {
      if (state.error.code !== 'damaged-database') faults.push(`lists answer ${state.error.code}`);
      return { outcome: 'refuses lists', faults };
    }
    const { docs, aside } = state;
    faults.push(...(await carFaults(started.address, docs)));
    const same = [...before].filter(([key, body]) => docs.get(key) === body).length;
    const differing = [...before].filter(([key, body]) => docs.has(key) && docs.get(key) !== body).length;
    const checked = await fetch(`${started.address}/api/check`, { method: 'POST' });
    if (checked.status !== 200) faults.push(`the check answers ${checked.status}`);
    else if (!Array.isArray(((await checked.json()) as CheckReport).bad)) faults.push('the check names nothing');
    faults.push(...(await backsUp(program, started.address, emptyFolder, docs)));
    return { outcome: 'opened', same, differing, aside, faults };
  } catch (error) {
    return { outcome: 'opened', faults: [...faults, `broke off: ${String((error as Error).cause ?? error)}`] };
  } finally {
    await started.stop();
  }
}

/** Whether what a document belongs to is there: without it nothing brings it back but an earlier backup. */
function hasParents(docs: Map<string, string>, key: string): boolean {
  const parent = parentOf(key.split(' ')[0] as KindName);
  if (parent === undefined) return true;
  const [parentId] = JSON.parse(docs.get(key)!) as [string | undefined];
  const above = `${parent} ${parentId}`;
  return docs.has(above) && hasParents(docs, above);
}

async function backsUp(program: string, address: string, emptyFolder: string, docs: Map<string, string>): Promise<string[]> {
  const answer = await fetch(`${address}/api/backup`);
  if (answer.status !== 200) return [`the backup answers ${answer.status}: ${(await answer.text()).slice(0, 200)}`];
  const zip = Buffer.from(await answer.arrayBuffer());
  const fresh = await start(program, emptyFolder);
  if ('refused' in fresh) return ['an empty folder is refused'];
  try {
    const checked = await fetch(`${fresh.address}/api/backup/check`, { method: 'POST', body: zip, headers: { 'content-type': 'application/zip' } });
    if (checked.status !== 200) return [`its backup is refused: ${(await checked.text()).slice(0, 300)}`];
    const { token } = (await checked.json()) as RestorePreview;
    const restored = await fetch(`${fresh.address}/api/backup/restore`, {
      method: 'POST',
      body: JSON.stringify({ token, takesUnsure: true }),
      headers: { 'content-type': 'application/json' },
    });
    if (restored.status !== 200) return [`its backup is not restored: ${(await restored.text()).slice(0, 300)}`];
    const back = await docsOf(fresh.address);
    const lost = [...docs].filter(([key, body]) => back.get(key) !== body && hasParents(docs, key)).map(([key]) => key);
    return [...(lost.length > 0 ? [`the backup lost ${lost.join(', ')}`] : []), ...(await filesBack(address, fresh.address, docs))];
  } finally {
    await fresh.stop();
  }
}

/** Unpacked by the server: the client of Node may wait for ever for a packed answer that cannot be unpacked. */
const AS_IT_IS = { headers: { 'accept-encoding': 'identity' } };

/** Files that are whole at one address must be whole at the other. */
async function filesBack(from: string, to: string, docs: Map<string, string>): Promise<string[]> {
  const hashes = new Set([...docs.values()].flatMap((body) => [...body.matchAll(/"hash":"([0-9a-f]{64})"/g)].map(([, hash]) => hash!)));
  const bytesAt = async (address: string, hash: string): Promise<boolean> => {
    try {
      const answer = await fetch(`${address}/api/files/${hash}`, AS_IT_IS);
      const bytes = Buffer.from(await answer.arrayBuffer());
      return answer.status === 200 && createHash('sha256').update(bytes).digest('hex') === hash;
    } catch {
      return false;
    }
  };
  const lost: string[] = [];
  for (const hash of hashes) if ((await bytesAt(from, hash)) && !(await bytesAt(to, hash))) lost.push(`the backup lost the file ${hash.slice(0, 8)}`);
  return lost;
}
