import { partFields, PART_FIELDS } from '@puddler/contract/shared';
import type { PartKind } from '@puddler/core';
import { useMemo, useState } from 'react';

const STORED_AS = 'puddler.shelf-columns.v1';
const HEAD = ['name', 'status', 'price'];
const FIGURES_SHOWN = 6;

type Chosen = Record<string, string[]>;

/** What a kind's table shows until the builder chooses: its first figures; all kinds together show them in words. */
export function usualColumns(kind: PartKind | ''): string[] {
  if (kind === '') return ['kind', 'name', 'figures', 'status', 'price'];
  const figures = partFields(kind)
    .map(({ path }) => path)
    .filter((path) => path.startsWith('spec.') && path !== 'spec.kind');
  return [HEAD[0]!, ...figures.slice(0, FIGURES_SHOWN), ...HEAD.slice(1)];
}

/** The columns that can be chosen for a kind. */
export function possibleColumns(kind: PartKind | ''): string[] {
  const paths = (kind === '' ? PART_FIELDS : partFields(kind)).map(({ path }) => path);
  return kind === '' ? [...paths.slice(0, 2), 'figures', ...paths.slice(2)] : paths.filter((path) => path !== 'kind');
}

/** The columns of a kind's table, remembered in this browser. */
export function useColumns(kind: PartKind | ''): [string[], (shown: string[]) => void] {
  const [chosen, setChosen] = useState<Chosen>(recall);
  const shown = useMemo(() => chosen[kind] ?? usualColumns(kind), [chosen, kind]);
  return [
    shown,
    (next) => {
      const all = { ...chosen, [kind]: next };
      localStorage.setItem(STORED_AS, JSON.stringify(all));
      setChosen(all);
    },
  ];
}

function recall(): Chosen {
  try {
    const stored: unknown = JSON.parse(localStorage.getItem(STORED_AS) ?? '{}');
    const known = new Set([...PART_FIELDS.map(({ path }) => path), 'figures']);
    return Object.fromEntries(
      Object.entries(stored ?? {}).flatMap(([kind, paths]) =>
        Array.isArray(paths) ? [[kind, paths.filter((path): path is string => typeof path === 'string' && known.has(path))]] : [],
      ),
    );
  } catch {
    return {};
  }
}
