import {
  checkBody,
  checkWriteList,
  envelopeCheck,
  MOST_PROBLEMS,
  parentOf,
  problem,
  type DocWrite,
  type KindName,
  type Problem,
} from '@puddler/contract';
import { inPieces } from '../event-loop';
import { AppError } from '../http/app-error';
import { orRefuse } from '../http/checked';
import type { DocumentStore } from './store';

/** Checks members one after the other, with breaks; refuses them with the first problems, each pathed from its member. */
async function checkEach<T>(members: readonly T[], check: (member: T, place: number) => Problem[]): Promise<void> {
  const problems: Problem[] = [];
  const piece = inPieces();
  for (const [i, member] of members.entries()) {
    for (const one of check(member, i)) problems.push(problem(`writes[${i}]${one.path && `.${one.path}`}`, one.value, one.allowed));
    if (problems.length >= MOST_PROBLEMS) break;
    await piece();
  }
  if (problems.length > 0) throw new AppError('bad-document', { problems: problems.slice(0, MOST_PROBLEMS) });
}

/**
 * Checks a list of writes whole before any is done; problems are pathed `writes[3].body.spec.kvRpmPerV`. Bodies whose parent
 * is not there go unchecked: the store refuses them for that.
 */
export async function checkWrites(store: DocumentStore, kind: KindName, input: unknown): Promise<DocWrite[]> {
  const members = orRefuse(checkWriteList(input));
  const envelope = envelopeCheck(kind);
  await checkEach(members, (write, i) => {
    const checked = envelope(write, i);
    return checked.ok ? [] : checked.problems;
  });
  const writes = members as DocWrite[];
  const needsParent = parentOf(kind) !== undefined;
  const parents = await store.parents(kind, [...new Set(writes.flatMap((write) => write.parentId ?? []))]);
  const check = checkBody(kind);
  await checkEach(writes, ({ body, parentId }) => {
    const parent = parentId === undefined ? undefined : parents.get(parentId);
    if (body === null || (needsParent && parent === undefined)) return [];
    const checked = check(body, parent);
    return checked.ok ? [] : checked.problems.map((one) => ({ ...one, path: `body${one.path && `.${one.path}`}` }));
  });
  return writes;
}
