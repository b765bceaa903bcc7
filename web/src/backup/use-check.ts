import type { CheckReport } from '@puddler/contract/shared';
import { useEffect, useState } from 'react';
import { errorOf } from '../api/request';
import { checkNow, lastCheck } from '../api/server';

export type CheckState = { at: 'asking' | 'none' | 'reading' } | { at: 'done'; report: CheckReport } | { at: 'failed'; message: string };

/** The last check of the data folder, and another one. */
export function useCheck(): { state: CheckState; check: () => void } {
  const [state, setState] = useState<CheckState>({ at: 'asking' });
  const failed = (cause: unknown) => setState({ at: 'failed', message: errorOf(cause)?.message ?? 'The server does not answer.' });
  useEffect(() => {
    let isGone = false;
    lastCheck().then(
      (report) => {
        if (!isGone) setState(report ? { at: 'done', report } : { at: 'none' });
      },
      (cause: unknown) => {
        if (!isGone) failed(cause);
      },
    );
    return () => {
      isGone = true;
    };
  }, []);
  return {
    state,
    check: () => {
      setState({ at: 'reading' });
      checkNow().then((report) => setState({ at: 'done', report }), failed);
    },
  };
}
