import { KIND_NAMES, kindOf, LIST_NAMES, type Doc, type DocList, type KindName } from '@puddler/contract/shared';

export type Snapshot = ReadonlyMap<string, { kind: KindName; doc: Doc }>;

/** Every document that a server has, by kind and id. */
export async function snapshotOf(address: string): Promise<Snapshot> {
  const lists = await Promise.all(LIST_NAMES.map(async (list) => (await (await fetch(`${address}/api/${list}`)).json()) as DocList));
  return new Map(
    KIND_NAMES.flatMap((kind) =>
      lists.flatMap(({ documents }) => ((documents[kind] ?? []) as Doc[]).map((doc) => [`${kind} ${doc.id}`, { kind, doc }] as const)),
    ),
  );
}

/** Brings all documents back to what they were, so that the next test finds the club as this one did. */
export async function resetTo(before: Snapshot, address: string): Promise<void> {
  const send = async (method: string, kind: KindName, place: string, body: object) => {
    const response = await fetch(`${address}/api/${kindOf(kind).path}/${place}`, {
      method,
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    });
    if (!response.ok && response.status !== 404) throw new Error(`${method} ${kind} ${place}: ${response.status} ${await response.text()}`);
  };
  const found = await snapshotOf(address);
  for (const [key, { kind, doc }] of [...found].reverse())
    // What belongs to a document goes with it, and is not found any more.
    if (!before.has(key)) await send('DELETE', kind, doc.id, { base: doc.version });
  for (const [key, { kind, doc }] of before) if (!found.has(key)) await send('POST', kind, `${doc.id}/restore`, {});
  const now = await snapshotOf(address);
  for (const [key, { kind, doc }] of before) {
    const { version, body } = now.get(key)!.doc;
    const { parentId } = doc;
    if (JSON.stringify(body) !== JSON.stringify(doc.body))
      await send('PUT', kind, doc.id, { base: version, body: doc.body, ...(parentId === undefined ? {} : { parentId }) });
  }
}
