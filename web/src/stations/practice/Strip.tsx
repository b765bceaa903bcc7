import { atAGlance, formatIn, unitOf } from '@puddler/figures';
import { scaleLinear } from 'd3-scale';
import { useEffect, useState } from 'react';
import { useAppSelector } from '../../document-store/store';
import { liveAddress } from '../../jobs/instruments';
import { Button } from '../../ui/Button';
import { useWidth } from '../../ui/useWidth';
import { heardFrom, type Heard } from './nmea-live';
import type { AtDay } from './use-day';

/** A drive is shown so many times faster than it was. */
const RATE = 4;
const HEIGHT = 92;
const TRAIL = 40;
/** Drives that have been watched, or skipped. */
const seen = new Set<string>();

interface Live {
  first: Heard | undefined;
  now: Heard | undefined;
  /** Metres along and across the strip, the latest last. */
  trail: { along: number; across: number }[];
  fastestMs: number;
}

const NONE: Live = { first: undefined, now: undefined, trail: [], fastestMs: 0 };

/** The strip from above while the car drives, by what the phone tells; can be skipped. */
export function Strip({ at }: { at: AtDay }) {
  const system = useAppSelector((state) => state.prefs.units);
  const speed = atAGlance(unitOf('m/s', system));
  const { last, deviceId } = at;
  const id = last?.id ?? '';
  const [over, setOver] = useState(seen.has(id));
  const [live, setLive] = useState<Live>(NONE);
  const [box, width] = useWidth<HTMLDivElement>(560);
  const stop = () => {
    seen.add(id);
    setOver(true);
  };
  useEffect(() => {
    if (over || deviceId === undefined) return;
    const source = new EventSource(liveAddress(deviceId, RATE));
    const end = () => {
      source.close();
      seen.add(id);
      setOver(true);
    };
    source.onmessage = (event: MessageEvent<string>) => {
      const heard = heardFrom(event.data);
      if (!heard) return;
      setLive((known) => {
        const first = known.first ?? heard;
        const trail = [
          ...known.trail,
          {
            along: heard.northM - first.northM + (heard.eastM - first.eastM),
            across: heard.eastM - first.eastM - 0.68 * (heard.northM - first.northM),
          },
        ];
        return { first, now: heard, trail: trail.slice(-TRAIL), fastestMs: Math.max(known.fastestMs, heard.speedMs) };
      });
    };
    source.addEventListener('end', end);
    source.onerror = end;
    return () => source.close();
  }, [deviceId, over, id]);
  const length = Math.max(60, ...live.trail.map((one) => one.along + 20));
  const x = scaleLinear([-10, length], [8, width - 8]);
  const here = live.trail[live.trail.length - 1];
  if (over) return <p className="text-body text-soft">{last?.lost ? '' : 'It has stopped. Now the instruments.'}</p>;
  return (
    <div ref={box} aria-label="The strip" role="group">
      <svg width={width} height={HEIGHT} role="img" aria-label="The strip from above" className="block">
        <rect x={4} y={18} width={width - 8} height={HEIGHT - 40} className="fill-wash stroke-rule" />
        <path d={`M${x(0)} 18V${HEIGHT - 22}`} className="stroke-edge [stroke-dasharray:3_3]" />
        {live.trail.map((one, i) => (
          <circle key={i} cx={x(one.along)} cy={HEIGHT / 2 + one.across} r={1.5} className="fill-ember" opacity={i / TRAIL} />
        ))}
        {here && <rect x={x(here.along) - 5} y={HEIGHT / 2 + here.across - 3} width={10} height={6} className="fill-ink" />}
      </svg>
      <p className="flex items-center gap-4 text-lead">
        <span role="status">
          <strong className="wide text-head font-semibold">{live.now ? formatIn(live.now.speedMs, speed) : '–'}</strong> {speed.symbol}
        </span>
        <span className="text-soft">
          fastest {formatIn(live.fastestMs, speed)} {speed.symbol}; shown {RATE} times faster
        </span>
        <Button tone="quiet" onClick={stop}>
          Skip
        </Button>
      </p>
    </div>
  );
}
