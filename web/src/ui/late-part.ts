import { lazy, type ComponentType, type LazyExoticComponent } from 'react';

const loads: (() => Promise<unknown>)[] = [];

/** A dialog or panel whose code comes when it is first opened, or ahead of that. */
export function latePart<Props>(load: () => Promise<{ default: ComponentType<Props> }>): LazyExoticComponent<ComponentType<Props>> {
  loads.push(load);
  return lazy(load);
}

/** Fetches the code of the parts that the views so far may open. */
export function fetchPartsAhead(): void {
  for (const load of loads.splice(0)) load().catch(() => undefined);
}
