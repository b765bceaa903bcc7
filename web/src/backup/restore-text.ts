import { kindOf, KIND_NAMES, type KindName, type RestoreLine, type RestoreState } from '@puddler/contract/shared';

/** What happens to a document, in the order in which it matters to a builder. */
export const STATE_WORDS: Record<RestoreState, string> = {
  new: 'Not here yet: comes in',
  deleted: 'Deleted here since: comes back',
  'newer-in-backup': 'Newer in the backup: takes the place of the one here',
  unsure: 'Changed here and in the backup, and nobody can tell which is newer',
  'newer-here': 'Newer here: stays as it is',
  same: 'The same here',
};
const STATES = Object.keys(STATE_WORDS) as RestoreState[];

export interface StateGroup {
  state: RestoreState;
  kinds: { kind: KindName; names: string[] }[];
}

/** The lines of a preview by what happens, and in each by kind; groups that are empty are left out. */
export function grouped(lines: readonly RestoreLine[]): StateGroup[] {
  return STATES.map((state) => ({
    state,
    kinds: KIND_NAMES.map((kind) => ({
      kind,
      names: lines.filter((line) => line.state === state && line.kind === kind).map((line) => line.name),
    })).filter(({ names }) => names.length > 0),
  })).filter(({ kinds }) => kinds.length > 0);
}

/** “3 cars”, “1 wish”. */
export const counted = (kind: KindName, count: number): string => `${count} ${count === 1 ? kindOf(kind).noun : kindOf(kind).path}`;
