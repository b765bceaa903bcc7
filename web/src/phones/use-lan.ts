import type { LanState } from '@puddler/contract/shared';
import { useCallback, useEffect, useRef, useState } from 'react';
import { api, errorOf } from '../desk/api';
import { useAppDispatch } from '../desk/store';

/** A phone may ask at any moment [ms]. */
const LOOK_EVERY_MS = 1000;
const { lanState, switchLan, offerPairing, withdrawOffer, answerAsk, revokeDevice } = api.endpoints;

/** How the local network is served, looked at again and again, and what can be done about it. */
export function useLan() {
  const dispatch = useAppDispatch();
  const [state, setState] = useState<LanState>();
  const [failure, setFailure] = useState<string>();
  const asked = useRef(0);
  // An answer that is older than what was asked for since would show what was.
  const take = useCallback(async (answer: Promise<LanState>) => {
    const turn = ++asked.current;
    try {
      const now = await answer;
      if (turn !== asked.current) return;
      setState(now);
      setFailure(undefined);
    } catch (cause) {
      const known = errorOf(cause);
      setFailure(known ? `${known.message} ${known.mend}` : 'The server does not answer.');
    }
  }, []);
  useEffect(() => {
    const look = () => {
      if (document.visibilityState === 'visible')
        void take(dispatch(lanState.initiate(undefined, { forceRefetch: true, subscribe: false })).unwrap());
    };
    look();
    const timer = setInterval(look, LOOK_EVERY_MS);
    return () => {
      clearInterval(timer);
      asked.current = Infinity;
    };
  }, [dispatch, take]);
  return {
    state,
    failure,
    switchOn: (address: string | undefined, isTls: boolean) =>
      take(dispatch(switchLan.initiate({ isOn: true, isTls, ...(address ? { address } : {}) })).unwrap()),
    switchOff: () => take(dispatch(switchLan.initiate({ isOn: false })).unwrap()),
    offer: () => take(dispatch(offerPairing.initiate()).unwrap()),
    withdraw: () => take(dispatch(withdrawOffer.initiate()).unwrap()),
    answer: (id: string, answer: 'yes' | 'no') => take(dispatch(answerAsk.initiate({ id, answer })).unwrap()),
    revoke: (id: string) => take(dispatch(revokeDevice.initiate(id)).unwrap()),
  };
}

export type Lan = ReturnType<typeof useLan>;
