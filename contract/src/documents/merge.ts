import equal from 'fast-deep-equal';
import type { Kind } from './kind';

/** A leaf that both sides changed, each otherwise; undefined where a side has none. */
export interface Clash {
  /** As in the document: `gearing.pinion`, `packs[0].cells`, `bench.photos[<hash>].caption`. */
  path: string;
  mine: unknown;
  theirs: unknown;
}

export interface Merged {
  /** Both sides' changes together; at a clash mine, unless `takeTheirs` names it. */
  body: unknown;
  clashes: Clash[];
}

type Group = Record<string, unknown>;

const listOf = (value: unknown): readonly unknown[] => (Array.isArray(value) ? value : []);

/** The marks that neither side took out; undefined without any, as a list without members is left out. */
function marked(was: readonly unknown[], my: readonly unknown[], their: readonly unknown[]): unknown[] | undefined {
  const left = [...new Set([...my, ...their])].filter((mark) => !was.includes(mark) || (my.includes(mark) && their.includes(mark)));
  return left.length > 0 ? left : undefined;
}

const isGroup = (value: unknown): value is Group => typeof value === 'object' && value !== null && !Array.isArray(value);

/**
 * Puts two edits of one document together, leaf by leaf. `memberIds` names, by the path of a list, the field that tells its
 * members apart; members of other lists go by their place while no side adds or removes any, else the list is one leaf.
 * In a list of `marks` each word is taken out or put in by itself. What is `computed` is nobody's edit: where both sides computed it again, theirs stands, and nobody is asked.
 */
export function merge(
  base: unknown,
  mine: unknown,
  theirs: unknown,
  { memberIds, computed = [], marks = [] }: Pick<Kind<never>, 'memberIds' | 'computed' | 'marks'>,
  takeTheirs: ReadonlySet<string> = new Set(),
): Merged {
  const clashes: Clash[] = [];

  function leaf(path: string, was: unknown, my: unknown, their: unknown): unknown {
    if (equal(my, their) || equal(their, was)) return my;
    if (equal(my, was)) return their;
    clashes.push({ path, mine: my, theirs: their });
    return takeTheirs.has(path) ? their : my;
  }

  function group(path: string, was: Group, my: Group, their: Group): Group {
    const keys = new Set([...Object.keys(my), ...Object.keys(their)]);
    const whole: Group = {};
    for (const key of keys) {
      const value = any(path === '' ? key : `${path}.${key}`, was[key], my[key], their[key]);
      if (value !== undefined) whole[key] = value;
    }
    return whole;
  }

  function byId(path: string, id: string, was: unknown[], my: unknown[], their: unknown[]): unknown[] {
    const idOf = (member: unknown) => String((member as Group)[id]);
    const index = (list: unknown[]) => new Map(list.map((member) => [idOf(member), member]));
    const [wasBy, myBy, theirBy] = [index(was), index(my), index(their)];
    return [...new Set([...myBy.keys(), ...theirBy.keys()])].flatMap((key) => {
      const member = any(`${path}[${key}]`, wasBy.get(key), myBy.get(key), theirBy.get(key));
      return member === undefined ? [] : [member];
    });
  }

  function any(path: string, was: unknown, my: unknown, their: unknown): unknown {
    if (marks.includes(path)) return equal(my, their) ? my : marked(listOf(was), listOf(my), listOf(their));
    if (computed.includes(path)) return equal(their, was) ? my : their;
    if (isGroup(my) && isGroup(their)) return group(path, isGroup(was) ? was : {}, my, their);
    if (Array.isArray(my) && Array.isArray(their)) {
      const old: unknown[] = Array.isArray(was) ? was : [];
      const id = memberIds[path];
      if (id !== undefined) return byId(path, id, old, my, their);
      if (old.length === my.length && my.length === their.length) return my.map((member, i) => any(`${path}[${i}]`, old[i], member, their[i]));
    }
    return leaf(path, was, my, their);
  }

  return { body: any('', base, mine, theirs), clashes };
}
