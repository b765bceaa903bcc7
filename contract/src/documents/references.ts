import { kindOf, type KindName } from './kinds';

/**
 * A copy of a body whose references are what `copyOf` returns: the id that stands for the old one, or undefined to leave the field out.
 */
export function withReferences<Body>(
  kind: KindName,
  body: Body,
  copyOf: (kind: KindName, id: string, isOptional: boolean) => string | undefined,
): Body {
  return Object.entries(kindOf(kind).refersTo ?? {}).reduce<unknown>(
    (changed, [path, { kind: to, optional }]) => changedAt(changed, path.split('.'), (id) => copyOf(to as KindName, id as string, optional === true)),
    body,
  ) as Body;
}

/** The same with a field changed, copied along its path only; undefined leaves the field out. */
function changedAt(value: unknown, [head, ...rest]: readonly string[], change: (value: unknown) => unknown): unknown {
  if (head === undefined) return change(value);
  if (typeof value !== 'object' || value === null) return value;
  const name = head.replace('[]', '');
  const { [name]: field, ...others } = value as Record<string, unknown>;
  if (field === undefined) return value;
  const changed = head !== name && Array.isArray(field) ? field.map((member) => changedAt(member, rest, change)) : changedAt(field, rest, change);
  return changed === undefined ? others : { ...others, [name]: changed };
}
