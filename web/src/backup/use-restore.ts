import { isTaken, type RestorePreview } from '@puddler/contract/shared';
import { useState } from 'react';
import { errorOf } from '../api/request';
import { checkBackup, restoreBackup } from '../api/server';
import { loadGarage, loadShelf } from '../document-store/load';
import { useAppStore } from '../document-store/store';

export type RestoreProgress =
  | { at: 'idle' }
  | { at: 'checking'; name: string }
  | { at: 'checked'; preview: RestorePreview }
  | { at: 'restoring' }
  | { at: 'restored'; taken: number }
  | { at: 'refused'; message: string; why: string };

function refusal(cause: unknown): RestoreProgress {
  const error = errorOf(cause);
  if (!error) return { at: 'refused', message: 'The server does not answer.', why: 'Try again.' };
  return { at: 'refused', message: error.message, why: error.problems?.[0]?.message ?? error.mend };
}

/** Checks a backup, and restores it once the builder has seen what it would bring. */
export function useRestore() {
  const store = useAppStore();
  const [state, setState] = useState<RestoreProgress>({ at: 'idle' });
  return {
    state,
    forget: () => setState({ at: 'idle' }),
    check: async (file: File): Promise<void> => {
      setState({ at: 'checking', name: file.name });
      try {
        setState({ at: 'checked', preview: await checkBackup(file) });
      } catch (cause) {
        setState(refusal(cause));
      }
    },
    restore: async (token: string, takesUnsure: boolean): Promise<void> => {
      setState({ at: 'restoring' });
      try {
        const { lines } = await restoreBackup(token, takesUnsure);
        await loadGarage(store);
        await loadShelf(store);
        setState({ at: 'restored', taken: lines.filter((line) => isTaken(line, takesUnsure)).length });
      } catch (cause) {
        setState(refusal(cause));
      }
    },
  };
}
