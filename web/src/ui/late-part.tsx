import { lazy, Suspense, useState, type ComponentProps, type ComponentType, type ReactNode } from 'react';
import { Guarded } from './Guarded';

const loads: (() => Promise<unknown>)[] = [];

/**
 * A dialog or panel whose code comes when it is first opened, or ahead of that. `what` names it should it fail; `waiting` stands in its
 * place until its code is here.
 */
export function latePart<Props extends object>(
  what: string,
  load: () => Promise<{ default: ComponentType<Props> }>,
  waiting: (props: Props) => ReactNode = () => null,
): (props: Props) => ReactNode {
  loads.push(load);
  let Loaded = lazy(load);
  return function LatePart(props: Props) {
    const [, setAttempt] = useState(0);
    // What could not be fetched stays failed in the old one.
    const loadAgain = () => {
      Loaded = lazy(load);
      setAttempt((count) => count + 1);
    };
    return (
      <Guarded what={what} onReset={loadAgain}>
        <Suspense fallback={waiting(props)}>
          <Loaded {...(props as ComponentProps<typeof Loaded>)} />
        </Suspense>
      </Guarded>
    );
  };
}

/** Fetches the code of the parts that the views so far may open. */
export function fetchPartsAhead(): void {
  for (const load of loads.splice(0)) load().catch(() => undefined);
}
