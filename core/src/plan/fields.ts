/** A field's path as parts: `packs[0].cells` → `['packs', 0, 'cells']`. */
export function pathParts(path: string): (string | number)[] {
  return path
    .split(/[.[\]]+/)
    .filter((part) => part !== '')
    .map((part) => (/^\d+$/.test(part) ? Number(part) : part));
}

/** The value at a path; undefined where any part is missing. */
export function getField(doc: unknown, path: string): unknown {
  return pathParts(path).reduce<unknown>(
    (at, part) => (at === null || typeof at !== 'object' ? undefined : (at as Record<string | number, unknown>)[part]),
    doc,
  );
}

function withValueAt(at: unknown, parts: readonly (string | number)[], value: unknown): unknown {
  const [part, ...rest] = parts;
  if (part === undefined) return value;
  if (typeof part === 'number') {
    const list = [...((at as unknown[] | undefined) ?? [])];
    list[part] = withValueAt(list[part], rest, value);
    return list;
  }
  const { [part]: old, ...others } = (at as Record<string, unknown> | undefined) ?? {};
  const next = withValueAt(old, rest, value);
  // Leaving an emptied group behind would make a plan file that differs for nothing.
  const empty = next === undefined || (rest.length > 0 && typeof next === 'object' && next !== null && Object.keys(next).length === 0);
  if (empty && !(part in REQUIRED_GROUPS)) return others;
  return { ...(at as object), [part]: next };
}

/** Groups that a plan must hold even when nothing is in them. */
const REQUIRED_GROUPS = { gearing: true } as const;

/** A copy of `doc` with the field set, or taken out when `value` is undefined. The order of fields stays. */
export function setField<T>(doc: T, path: string, value: unknown): T {
  return withValueAt(doc, pathParts(path), value) as T;
}
