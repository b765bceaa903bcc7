import { useEffect, useState, type ComponentType } from 'react';
import { Button } from './Button';
import { fetchPartsAhead } from './late-part';

type Load = () => Promise<{ default: ComponentType }>;

export type LateView = ComponentType & {
  /** Fetches its code ahead of the first time that it is shown. */
  fetch: () => void;
};

const loads: Load[] = [];

/**
 * A view whose code is fetched when it is first shown, or ahead of that. Where it cannot be fetched it says so in its place, with
 * a way to try again, while the rest of the page works on.
 */
export function lateView(load: Load): LateView {
  loads.push(load);
  let Loaded: ComponentType | undefined;
  const fetch = () => load().then((module) => void (Loaded = module.default));
  function View() {
    const [state, setState] = useState<'fetching' | 'here' | 'away'>(Loaded ? 'here' : 'fetching');
    useEffect(() => {
      if (state !== 'fetching') return;
      let left = false;
      fetch().then(
        () => !left && setState('here'),
        () => !left && setState('away'),
      );
      return () => void (left = true);
    }, [state]);
    if (Loaded) return <Loaded />;
    if (state === 'fetching') return <p className="p-10 text-center text-soft">Opening …</p>;
    return (
      <main className="mx-auto max-w-xl px-6 py-20" role="alert">
        <h1 className="wide text-head font-semibold">This view has not been fetched yet, and the server is away</h1>
        <p className="mt-2 mb-4 text-soft">
          What you typed is kept in this browser. Views that were open before work on; this one comes when the server is back.
        </p>
        <Button onClick={() => setState('fetching')}>Try again</Button>
      </main>
    );
  }
  // What cannot be fetched now is fetched when it is shown.
  return Object.assign(View, { fetch: () => void fetch().catch(() => undefined) });
}

/** Fetches the code of all views, so that they open without the server. What cannot be fetched now is fetched when it is shown. */
export function fetchAhead(): void {
  // The parts of a view are known once its own code is here.
  void Promise.allSettled(loads.map((load) => load())).then(fetchPartsAhead);
}
