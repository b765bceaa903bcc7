import type { LanAddress, LanState } from '@puddler/contract/shared';
import { Wifi, WifiOff } from 'lucide-react';
import { useState } from 'react';
import { Button } from '../ui/Button';
import { VerdictMark } from '../ui/VerdictMark';
import { PANEL } from '../ui/panel';
import type { Lan } from './use-lan';
import { Select } from '../ui/Select';

/** The switch of the local network, and at which address it is served. */
export function NetworkPanel({ lan, state: { on, problem, addresses } }: { lan: Lan; state: LanState }) {
  const [chosen, setChosen] = useState<string>();
  const [isTls, setTls] = useState(false);
  const address = chosen ?? addresses[0]?.address;
  return (
    <section aria-labelledby="network" className={`self-start ${PANEL}`}>
      <h2 id="network" className="font-semibold">
        The network
      </h2>
      {on ? (
        <>
          <p className="mt-1">
            On: phones open <strong className="font-semibold select-all">{on.url}</strong>
          </p>
          <p className="mt-1 mb-3 text-body text-soft">
            {on.isTls
              ? 'Encrypted. A phone opens it once it trusts the certificate of this machine.'
              : 'Plain HTTP: who can listen on this network can read along. Use one that is yours, at home or the phone’s own hotspot.'}
          </p>
          <Button icon={<WifiOff size={15} />} onClick={() => void lan.switchOff()}>
            Switch off
          </Button>
        </>
      ) : (
        <>
          <p className="mt-1 mb-2 text-soft">Off: nobody but this machine reaches Puddler.</p>
          {addresses.length > 1 && (
            <label className="mb-3 block text-body">
              Address
              <Select className="ml-2" value={address} onChange={(event) => setChosen(event.target.value)}>
                {addresses.map((one) => (
                  <option key={one.address} value={one.address}>
                    {addressText(one)}
                  </option>
                ))}
              </Select>
            </label>
          )}
          <label className="mb-3 flex min-h-8 items-center gap-2 text-body max-sm:min-h-thumb">
            <input type="checkbox" checked={isTls} onChange={(event) => setTls(event.target.checked)} />
            <span>Encrypt it (TLS): the phone keeps the page and opens it out of reach, once it trusts a certificate that you install</span>
          </label>
          <Button tone="action" icon={<Wifi size={15} />} onClick={() => void lan.switchOn(address, isTls)}>
            {address === undefined ? 'Switch on' : `Switch on at ${address}`}
          </Button>
        </>
      )}
      {problem && (
        <p role="status" className="mt-2 flex items-baseline gap-1.5 text-body">
          <VerdictMark level="caution" silent />
          <span>{problem}</span>
        </p>
      )}
    </section>
  );
}

const addressText = ({ address, interface: name, isPrivate }: LanAddress): string =>
  `${address} · ${name}${isPrivate ? '' : ', perhaps reachable from outside'}`;
