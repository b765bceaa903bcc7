import type { PairedDevice } from '@puddler/contract/shared';
import { Button } from '../ui/Button';
import { PANEL } from '../ui/panel';
import type { Lan } from './use-lan';

const dayText = (iso: string) => new Date(iso).toLocaleString(undefined, { dateStyle: 'medium', timeStyle: 'short' });

/** Who is let in, and the way out. */
export function DeviceList({ lan, devices }: { lan: Lan; devices: readonly PairedDevice[] }) {
  return (
    <section aria-labelledby="devices" className={`${PANEL} md:col-span-2`}>
      <h2 id="devices" className="font-semibold">
        Let in
      </h2>
      {devices.length === 0 ? (
        <p className="mt-1 text-soft">No phone yet.</p>
      ) : (
        <>
          <p className="mt-1 text-body text-soft">
            Each from its own address only. What you remove is put out at once and keeps nothing but what is on its screen.
          </p>
          <ul className="mt-2">
            {devices.map(({ id, name, address, pairedAt, usedAt }) => (
              <li key={id} className="flex flex-wrap items-center justify-between gap-x-4 border-b border-rule py-1.5 last:border-0">
                <span>
                  <strong className="font-semibold">{name}</strong>{' '}
                  <span className="text-soft">
                    at {address}, since {dayText(pairedAt)}, last here {dayText(usedAt)}
                  </span>
                </span>
                <Button aria-label={`Remove ${name}`} onClick={() => void lan.revoke(id)}>
                  Remove
                </Button>
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}
