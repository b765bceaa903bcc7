import { MOST_TRIES, type LanState, type PairingAsk, type PairingOffer } from '@puddler/contract/shared';
import { Smartphone } from 'lucide-react';
import { QRCodeSVG } from 'qrcode.react';
import { Button } from '../ui/Button';
import { Fold } from '../ui/Fold';
import { useNow } from '../ui/use-now';
import { PANEL } from '../ui/panel';
import type { Lan } from './use-lan';

const QR_PX = 208;
/** Modules of quiet around it, as its standard asks (ISO/IEC 18004). */
const QUIET = 4;

/** Lets one phone in: shows it what to scan or type, and asks here whether it may. */
export function PairPanel({ lan, state: { on, offer, asks } }: { lan: Lan; state: LanState }) {
  return (
    <section aria-labelledby="pair" className={`self-start ${PANEL}`}>
      <h2 id="pair" className="font-semibold">
        Pair a phone
      </h2>
      <div aria-live="polite">
        {asks.map((ask) => (
          <Asks key={ask.id} ask={ask} onAnswer={(answer) => void lan.answer(ask.id, answer)} />
        ))}
      </div>
      {offer && on ? (
        <Offer offer={offer} on={on} onCancel={() => void lan.withdraw()} />
      ) : (
        asks.length === 0 && (
          <>
            <p className="mt-1 mb-3 text-soft">{on ? 'A code is good for two minutes and for one phone.' : 'Switch the network on first.'}</p>
            <Button tone={on ? 'action' : 'plain'} icon={<Smartphone size={15} />} disabled={!on} onClick={() => void lan.offer()}>
              Show a code
            </Button>
          </>
        )
      )}
    </section>
  );
}

interface OfferProps {
  offer: PairingOffer;
  on: NonNullable<LanState['on']>;
  onCancel: () => void;
}

function Offer({ offer: { secret, code, until, triesLeft }, on: { url, trust }, onCancel }: OfferProps) {
  const left = Math.max(0, Math.round((Date.parse(until) - useNow()) / 1000));
  return (
    <>
      <div className="mt-2 flex flex-wrap items-center gap-4">
        <Code of={`${url}/#${secret}`} title="QR code: scan it with the phone" />
        <div>
          <p className="text-soft">Scan it, or open {url} and type</p>
          <p className="my-1 font-mono text-figure font-semibold tracking-wider select-all" data-testid="code">
            {code.slice(0, code.length / 2)} {code.slice(code.length / 2)}
          </p>
          <p className="text-body text-soft">
            {left} s left
            {triesLeft < MOST_TRIES && `; wrong codes so far: ${MOST_TRIES - triesLeft} of ${MOST_TRIES}`}
          </p>
        </div>
      </div>
      {trust && (
        <Fold summary="A phone that does not trust this machine yet scans this one first">
          <div className="flex flex-wrap items-center gap-4">
            <Code of={`${trust.url}/#${secret}`} title="QR code to the certificate" />
            <p className="max-w-[34ch] text-body text-soft">
              It leads to the certificate at {trust.url}. Install it only if the phone shows the same SHA-256:{' '}
              <span className="font-mono text-small break-all text-ink">{trust.fingerprint}</span>
            </p>
          </div>
        </Fold>
      )}
      <Button tone="quiet" className="mt-2" onClick={onCancel}>
        Cancel
      </Button>
    </>
  );
}

/** Dark on light whatever the theme: cameras read it so. */
function Code({ of, title }: { of: string; title: string }) {
  return <QRCodeSVG value={of} size={QR_PX} marginSize={QUIET} title={title} bgColor="#ffffff" fgColor="#000000" />;
}

function Asks({ ask: { name, address, number }, onAnswer }: { ask: PairingAsk; onAnswer: (answer: 'yes' | 'no') => void }) {
  return (
    <div role="group" aria-label={`${name} asks to be let in`} className="mt-2 border-l-4 border-ember bg-wash px-3 py-2">
      <p>
        <strong className="font-semibold">{name}</strong> at {address} asks to be let in. Does it show this number?
      </p>
      <p className="my-1 font-mono text-figure font-bold">{number}</p>
      <div className="flex gap-2">
        <Button tone="action" onClick={() => onAnswer('yes')}>
          Yes, let it in
        </Button>
        <Button onClick={() => onAnswer('no')}>No</Button>
      </div>
    </div>
  );
}
