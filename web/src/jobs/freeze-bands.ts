import type { CarRun } from '@puddler/contract/shared';
import { amendRun } from '../document-store/run-edits';
import { lacksBands } from '../document-store/run-figures';
import { selectRunsByCar, type StoredRun } from '../document-store/selectors';
import type { AppStore } from '../document-store/store';
import { logClient } from './log-jobs';
import { WorkError } from './worker-client';

/**
 * Computes the bands of every run that lacks them, by the plan that is kept with it, one run after the other: whatever is looked at, and
 * whatever is learned later. A run that cannot be computed is not asked again until it changes.
 */
export function freezeBands(store: AppStore): void {
  const tried = new WeakSet<CarRun>();
  let isBusy = false;
  const next = (): StoredRun | undefined => {
    for (const runs of selectRunsByCar(store.getState()).values()) {
      const found = runs.find(({ run }) => lacksBands(run) && !tried.has(run));
      if (found) return found;
    }
    return undefined;
  };
  const freezeAll = async () => {
    if (isBusy) return;
    isBusy = true;
    for (let one = next(); one; one = next()) {
      const { id, run } = one;
      try {
        const { predicted } = await logClient.ask('bands', run);
        const amended = { ...run, predicted };
        tried.add(amended);
        // What was typed meanwhile is asked again.
        store.dispatch(amendRun(id, (now) => (now === run ? amended : now)));
      } catch (cause) {
        tried.add(run);
        // Without a worker nothing can be computed now; the next edit tries again.
        if (cause instanceof WorkError) {
          tried.delete(run);
          break;
        }
      }
    }
    isBusy = false;
  };
  void freezeAll();
  store.listen({
    predicate: (_action, now, before) => selectRunsByCar(now) !== selectRunsByCar(before),
    effect: () => void freezeAll(),
  });
}
