import { asReading, SPOT_FITS_M, USUAL_READY_C, type Pointing } from '@puddler/core';
import { formatIn, formatNumber, unitOf } from '@puddler/figures';
import { Download } from 'lucide-react';
import { useState } from 'react';
import { useAppSelector } from '../../document-store/store';
import { withPass } from '../../active/run-entry';
import { askDevice, askThermometer, escLogAddress, NEAR_M, trackAddress } from '../../jobs/instruments';
import { reasonOf } from '../../jobs/worker-client';
import { Button } from '../../ui/Button';
import { Choice } from '../../ui/Choice';
import { fastestOf } from './nmea-live';
import type { AtDay } from './use-day';

const PARTS = [
  ['can', 'Motor'],
  ['esc', 'ESC'],
  ['pack', 'Pack'],
] as const;
const WAITS = [
  [10, '10 s'],
  [30, '30 s'],
  [60, '1 min'],
  [300, '5 min'],
] as const;
const FAR_M = 2 * SPOT_FITS_M;

/** “2:05” of the day’s own clock. */
const clock = (seconds: number) => `${Math.floor(seconds / 60)}:${String(Math.round(seconds % 60)).padStart(2, '0')}`;

/** What is in the hand after a drive: each device asked as a real one would be, at a moment that one chooses. */
export function Instruments({ at }: { at: AtDay }) {
  const [said, setSaid] = useState<string[]>([]);
  const [problem, setProblem] = useState<string>();
  const { day, deviceId, last } = at;
  if (!last)
    return (
      <p className="text-body text-soft">The instruments are here once something has been driven: phone, thermometer, charger, scale, calliper.</p>
    );
  const ask = (work: () => Promise<string>) => {
    setProblem(undefined);
    work()
      .then((line) => setSaid((lines) => [line, ...lines].slice(0, 6)))
      .catch((cause: unknown) => setProblem(reasonOf(cause)));
  };
  return (
    <section aria-label="Instruments" className="flex min-w-0 flex-col gap-3 text-body">
      <h2 className="eyebrow text-soft">In the hand</h2>
      <div className="flex flex-wrap items-center gap-2" role="group" aria-label="Let time pass">
        <span>
          <strong role="timer" className="wide text-head font-semibold">
            {clock(day.stoodS)}
          </strong>{' '}
          since the stop
        </span>
        {WAITS.map(([seconds, word]) => (
          <Button key={seconds} onClick={() => at.wait(seconds)}>
            +{word}
          </Button>
        ))}
        <Button disabled={at.busy} onClick={() => void at.waitUntilUnder(Math.max(USUAL_READY_C, at.file.site.ambientC + 8))}>
          Until it is cool
        </Button>
      </div>
      {deviceId === undefined ? (
        <p className="text-soft">Asking the devices …</p>
      ) : (
        <>
          <Thermometer at={at} deviceId={deviceId} onAsk={ask} />
          <Phone at={at} deviceId={deviceId} onAsk={ask} />
          <Others at={at} deviceId={deviceId} onAsk={ask} />
        </>
      )}
      {problem && (
        <p role="alert" className="text-stop">
          {problem}
        </p>
      )}
      {said.length > 0 && (
        <ul aria-label="What the instruments said" aria-live="polite" className="border-t border-rule pt-1 text-soft">
          {said.map((line, i) => (
            <li key={`${said.length - i} ${line}`} className={i === 0 ? 'font-medium text-ink' : ''}>
              {line}
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

interface Props {
  at: AtDay;
  deviceId: string;
  onAsk: (work: () => Promise<string>) => void;
}

/** Pointed at a part, near or far, at a matt patch or the bare can; each reading is noted in the run. */
function Thermometer({ at, deviceId, onAsk }: Props) {
  const system = useAppSelector((state) => state.prefs.units);
  const heat = { ...unitOf('°C', system), digits: 0 };
  const [far, setFar] = useState(false);
  const [bare, setBare] = useState(false);
  const read = (of: Pointing['of'], word: string) => {
    const afterS = at.day.stoodS;
    const pointing: Pointing = { of, distanceM: far ? FAR_M : NEAR_M, matt: !bare };
    onAsk(async () => {
      const c = await askThermometer(deviceId, pointing, afterS);
      at.changeRun((run) => ({ ...run, readings: [...(run.readings ?? []), asReading(pointing, c, afterS)] }), `${word} read`);
      return `${word} ${formatIn(c, heat)} ${heat.symbol}, ${clock(afterS)} after the stop`;
    });
  };
  return (
    <div className="flex flex-wrap items-center gap-2" role="group" aria-label="Thermometer">
      <span className="w-24 text-soft">Thermometer</span>
      {PARTS.map(([of, word]) => (
        <Button key={of} onClick={() => read(of, word)}>
          {word}
        </Button>
      ))}
      <Choice on={far} onClick={() => setFar(!far)}>
        from afar
      </Choice>
      <Choice on={bare} onClick={() => setBare(!bare)}>
        at the bare can
      </Choice>
    </div>
  );
}

/** The phone’s app and the files of phone and ESC, to be dropped in the log as real ones are. */
function Phone({ at, deviceId, onAsk }: Props) {
  const system = useAppSelector((state) => state.prefs.units);
  const speed = unitOf('m/s', system);
  const { last } = at;
  const note = () =>
    onAsk(async () => {
      const fastest = fastestOf(await (await fetch(trackAddress(deviceId, 'nmea', 10))).text());
      if (!fastest) return 'The phone lost its fix on that one.';
      at.changeRun((run) => withPass(withPass(run, 'out', fastest.outMs), 'back', fastest.backMs), 'both passes noted');
      return `Out ${formatIn(fastest.outMs, speed)}, back ${formatIn(fastest.backMs, speed)} ${speed.symbol} by the phone`;
    });
  const link = 'inline-flex h-8 items-center gap-1 rounded-md border border-edge bg-sheet px-2.5 font-medium hover:bg-wash max-sm:h-thumb';
  return (
    <div className="flex flex-wrap items-center gap-2" role="group" aria-label="Phone and ESC">
      <span className="w-24 text-soft">Phone, ESC</span>
      {last?.how === 'passes' && <Button onClick={note}>Note both passes</Button>}
      <a className={link} href={trackAddress(deviceId, 'gpx', 10)} download="phone.gpx">
        <Download size={14} aria-hidden="true" /> Track, GPX
      </a>
      <a className={link} href={trackAddress(deviceId, 'nmea', 1)} download="phone.nmea">
        <Download size={14} aria-hidden="true" /> Track, NMEA
      </a>
      {last?.plan.motor.kind === 'brushless' && (
        <a className={link} href={escLogAddress(deviceId)} download="esc.csv">
          <Download size={14} aria-hidden="true" /> ESC log
        </a>
      )}
    </div>
  );
}

/** Charger, scale and calliper. */
function Others({ at, deviceId, onAsk }: Props) {
  const system = useAppSelector((state) => state.prefs.units);
  const [mass, length] = [
    { ...unitOf('kg', system), digits: 3 },
    { ...unitOf('mm', system), digits: 2 },
  ];
  return (
    <div className="flex flex-wrap items-center gap-2" role="group" aria-label="Charger, scale, calliper">
      <span className="w-24 text-soft">Others</span>
      <Button
        onClick={() =>
          onAsk(async () => {
            const { putBackAh } = await askDevice(deviceId, 'charger');
            at.changeRun((run) => ({ ...run, usedAh: putBackAh! }), 'charge put back');
            return `The charger put back ${formatNumber(putBackAh!, 3, true)} Ah`;
          })
        }
      >
        Charger
      </Button>
      <Button
        onClick={() =>
          onAsk(async () => {
            const { massKg } = await askDevice(deviceId, 'scale');
            return `On the scale ${formatIn(massKg!, mass)} ${mass.symbol}, ready to run`;
          })
        }
      >
        Scale
      </Button>
      <Button
        onClick={() =>
          onAsk(async () => {
            const { tyreMm } = await askDevice(deviceId, 'calliper');
            return `The tyre measures ${formatIn(tyreMm!, length)} ${length.symbol}`;
          })
        }
      >
        Calliper
      </Button>
    </div>
  );
}
