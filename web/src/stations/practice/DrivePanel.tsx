import { compact, SMALLEST_PINION, type DriveHow } from '@puddler/core';
import { Play } from 'lucide-react';
import { useState } from 'react';
import { Button } from '../../ui/Button';
import { Choice } from '../../ui/Choice';
import { Strip } from './Strip';
import type { AtDay } from './use-day';
import { Select } from '../../ui/Select';

const HOWS: readonly [DriveHow, string, string][] = [
  ['passes', 'A pass each way', 'Full throttle over the strip, out and back.'],
  ['race', 'The whole run', 'As it is planned, for all of its minutes: this is what heats.'],
  ['gentle', 'Gently', 'Three minutes at a third of the throttle.'],
];
const CAPS = [1, 0.95, 0.9, 0.85, 0.8, 0.75, 0.7, 0.65, 0.6, 0.55, 0.5, 0.45, 0.4];
const PINIONS_UNDER = 10;
/** Gears, how to drive, and the strip on which it happens. */
export function DrivePanel({ at }: { at: AtDay }) {
  const { day, openStep, busy } = at;
  const base = day.base.gearing.pinion;
  const [own, setOwn] = useState<{ pinion?: number; capShare?: number }>({});
  const [how, setHow] = useState<DriveHow>('passes');
  const gentlest = base === undefined ? undefined : Math.max(SMALLEST_PINION, Math.round(base * 0.68));
  const pinion = own.pinion ?? openStep?.pinion ?? at.last?.plan.gearing.pinion ?? gentlest;
  const capShare = own.capShare ?? openStep?.capShare ?? 1;
  const pinions =
    base === undefined
      ? []
      : Array.from({ length: PINIONS_UNDER + 1 }, (_, i) => base - PINIONS_UNDER + i).filter((teeth) => teeth >= SMALLEST_PINION);
  const drive = () => {
    void at.drive({
      how,
      ...compact({ pinion }),
      spur: openStep?.spur ?? at.file.gearing.spur,
      ...(capShare < 1 ? { capShare } : {}),
    });
    setOwn({});
  };
  return (
    <section aria-label="Drive" className="flex min-w-0 flex-col gap-2">
      <h2 className="eyebrow text-soft">Drive</h2>
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2 text-body">
        {pinion !== undefined && (
          <label className="flex items-center gap-1.5">
            pinion
            <Select value={pinion} onChange={(event) => setOwn({ ...own, pinion: Number(event.target.value) })}>
              {[...new Set([...pinions, pinion])]
                .sort((a, b) => a - b)
                .map((teeth) => (
                  <option key={teeth} value={teeth}>
                    {teeth}
                  </option>
                ))}
            </Select>
            on {openStep?.spur ?? at.file.gearing.spur}
          </label>
        )}
        <label className="flex items-center gap-1.5">
          throttle
          <Select value={capShare} onChange={(event) => setOwn({ ...own, capShare: Number(event.target.value) })}>
            {[...new Set([...CAPS, capShare])]
              .sort((a, b) => b - a)
              .map((share) => (
                <option key={share} value={share}>
                  {share === 1 ? 'all of it' : `${Math.round(100 * share)} %`}
                </option>
              ))}
          </Select>
        </label>
      </div>
      <div className="flex flex-wrap gap-1.5" role="group" aria-label="How to drive">
        {HOWS.map(([id, word, title]) => (
          <Choice key={id} size="large" on={how === id} onClick={() => setHow(id)} title={title}>
            {word}
          </Choice>
        ))}
        <Button tone="action" icon={<Play size={14} />} disabled={busy || at.isFull} onClick={drive}>
          {busy ? 'Driving …' : 'Drive'}
        </Button>
      </div>
      {at.isFull && <p className="text-body text-caution">The day holds no more drives: end it.</p>}
      {at.problem && (
        <p role="alert" className="text-body text-stop">
          {at.problem}
        </p>
      )}
      {at.last && <Strip key={at.last.id} at={at} />}
    </section>
  );
}
