import type { CheckReport } from '@puddler/contract/shared';
import { useEffect, useState } from 'react';
import { api, errorOf } from '../desk/api';
import { useAppDispatch } from '../desk/store';

export type CheckState = { at: 'asking' | 'none' | 'reading' } | { at: 'done'; report: CheckReport } | { at: 'failed'; message: string };

/** The last check of the data folder, and another one. */
export function useCheck(): { state: CheckState; check: () => void } {
  const dispatch = useAppDispatch();
  const [state, setState] = useState<CheckState>({ at: 'asking' });
  const failed = (cause: unknown) => setState({ at: 'failed', message: errorOf(cause)?.message ?? 'The server does not answer.' });
  useEffect(() => {
    let isGone = false;
    dispatch(api.endpoints.lastCheck.initiate())
      .unwrap()
      .then(
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
  }, [dispatch]);
  return {
    state,
    check: () => {
      setState({ at: 'reading' });
      dispatch(api.endpoints.checkNow.initiate())
        .unwrap()
        .then((report) => setState({ at: 'done', report }), failed);
    },
  };
}
