import { lazy, Suspense, useEffect, useState, type ComponentProps, type ComponentType, type ReactNode } from 'react';
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

/** The same for a dialog: what is typed for it before it is here presses no shortcut of the page below. */
export const lateDialog = <Props extends object>(what: string, load: () => Promise<{ default: ComponentType<Props> }>) =>
  latePart(what, load, () => <NoShortcuts />);

function NoShortcuts() {
  useEffect(() => {
    const take = (event: KeyboardEvent) => {
      const isTyped = event.target instanceof HTMLInputElement || event.target instanceof HTMLTextAreaElement;
      if (event.key.length === 1 && !event.ctrlKey && !event.metaKey && !isTyped) event.stopPropagation();
    };
    window.addEventListener('keydown', take, { capture: true });
    return () => window.removeEventListener('keydown', take, { capture: true });
  }, []);
  return null;
}

/** Fetches the code of the parts that the views so far may open. */
export function fetchPartsAhead(): void {
  for (const load of loads.splice(0)) load().catch(() => undefined);
}
