import { Busy } from '../ui/Busy';
import { DeviceList } from './DeviceList';
import { NetworkPanel } from './NetworkPanel';
import { PairPanel } from './PairPanel';
import { useLan } from './use-lan';

/** The phone in the hand, the laptop in the boot: the local network, and who is let in. */
export default function Phones() {
  const lan = useLan();
  const { state, failure } = lan;
  return (
    <main className="mx-auto max-w-reading px-6 py-5 max-sm:px-3">
      <h1 className="wide text-head leading-tight font-bold">Phones</h1>
      <p className="mt-1 mb-4 max-w-[64ch] text-soft">
        Step up, Log, Fit and Plan on a phone in the same network as this machine. It is off until you switch it on, and off again when Puddler stops.
      </p>
      {failure && (
        <p role="alert" className="mb-3 border-l-4 border-stop bg-sheet px-4 py-2">
          {failure}
        </p>
      )}
      {state ? (
        <div className="grid gap-4 md:grid-cols-2">
          <NetworkPanel lan={lan} state={state} />
          <PairPanel lan={lan} state={state} />
          <DeviceList lan={lan} devices={state.devices} />
        </div>
      ) : (
        !failure && <Busy text="Looking at the network …" />
      )}
    </main>
  );
}
