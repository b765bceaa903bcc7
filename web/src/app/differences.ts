export interface Difference {
  path: string;
  mine: string;
  theirs: string;
}

const show = (value: unknown): string => (value === undefined ? '–' : typeof value === 'string' ? value : JSON.stringify(value));

/** Every leaf that differs between two JSON documents, by path. */
export function differences(mine: unknown, theirs: unknown, path = ''): Difference[] {
  if (mine === theirs) return [];
  const isGroup = (value: unknown): value is Record<string, unknown> => typeof value === 'object' && value !== null;
  if (!isGroup(mine) || !isGroup(theirs)) return [{ path, mine: show(mine), theirs: show(theirs) }];
  const keys = new Set([...Object.keys(mine), ...Object.keys(theirs)]);
  return [...keys].flatMap((key) => {
    const part = Array.isArray(mine) ? `${path}[${key}]` : path ? `${path}.${key}` : key;
    return differences(mine[key], theirs[key], part);
  });
}
