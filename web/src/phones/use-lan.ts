import type { LanState } from '@puddler/contract/shared';
import { useCallback, useEffect, useRef, useState } from 'react';
import { errorOf } from '../api/request';
import { answerAsk, lanState, offerPairing, revokeDevice, switchLan, withdrawOffer } from '../api/server';

/** A phone may ask at any moment [ms]. */
const LOOK_EVERY_MS = 1000;

/** How the local network is served, looked at again and again, and what can be done about it. */
export function useLan() {
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
      if (document.visibilityState === 'visible') void take(lanState());
    };
    look();
    const timer = setInterval(look, LOOK_EVERY_MS);
    return () => {
      clearInterval(timer);
      asked.current = Infinity;
    };
  }, [take]);
  return {
    state,
    failure,
    switchOn: (address: string | undefined, isTls: boolean) => take(switchLan({ isOn: true, isTls, ...(address ? { address } : {}) })),
    switchOff: () => take(switchLan({ isOn: false })),
    offer: () => take(offerPairing()),
    withdraw: () => take(withdrawOffer()),
    answer: (id: string, answer: 'yes' | 'no') => take(answerAsk(id, answer)),
    revoke: (id: string) => take(revokeDevice(id)),
  };
}

export type Lan = ReturnType<typeof useLan>;
