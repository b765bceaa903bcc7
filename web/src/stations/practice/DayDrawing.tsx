import type { PlanFile } from '@puddler/core';
import { formatIn, unitOf } from '@puddler/figures';
import { Thermometer } from 'lucide-react';
import { useAppSelector } from '../../document-store/store';
import { wordFor } from '../../ui/words';

const [WIDTH, HEIGHT] = [360, 64];
/** The strip lies along the foot; the car stands on it at its beginning, drawn larger than the strip. */
const STRIP = { top: 6, height: 54, marks: 6 };
const PX_PER_MM = 0.13;
const WHEEL_WIDTH_MM = 34;
/** A body reaches over its axles by so much of the wheelbase, at both ends together. */
const OVERHANG = 0.45;

/** A day as it begins: the strip from above with the car on it, its size to scale with other days’, and the forecast. */
export function DayDrawing({ base: { car, site } }: { base: PlanFile }) {
  const heat = unitOf(
    '°C',
    useAppSelector((state) => state.prefs.units),
  );
  const ground = wordFor(site.surface);
  const middle = STRIP.top + STRIP.height / 2;
  const [wheelbase, width, wheel] = [PX_PER_MM * (car.wheelbaseMm ?? 260), PX_PER_MM * car.widthMm, PX_PER_MM * car.tyre.diameterMm];
  const length = wheelbase * (1 + OVERHANG);
  const rear = 26 + (wheelbase * OVERHANG) / 2;
  return (
    <div className="relative">
      <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} role="img" aria-label={`${car.name} on a strip of ${ground}`} className="block w-full">
        <rect y={STRIP.top} width={WIDTH} height={STRIP.height} className="fill-wash stroke-rule" />
        {Array.from({ length: STRIP.marks }, (_, i) => (
          <path key={i} d={`M${110 + 42 * i} ${middle}h18`} className="stroke-edge" />
        ))}
        <path d={`M${rear + wheelbase + 22} ${STRIP.top}v${STRIP.height}`} className="stroke-ink" />
        {[rear, rear + wheelbase].flatMap((x) =>
          [-1, 1].map((side) => (
            <rect
              key={`${x} ${side}`}
              x={x - wheel / 2}
              y={middle + (side * width) / 2 - (PX_PER_MM * WHEEL_WIDTH_MM) / 2}
              width={wheel}
              height={PX_PER_MM * WHEEL_WIDTH_MM}
              rx={1.5}
              className="fill-ink"
            />
          )),
        )}
        <rect x={rear - (wheelbase * OVERHANG) / 2} y={middle - 0.36 * width} width={length} height={0.72 * width} rx={5} className="fill-ember" />
        <text x={WIDTH - 4} y={STRIP.top + STRIP.height - 5} textAnchor="end" className="fill-soft text-fine">
          {ground}
        </text>
      </svg>
      <p className="absolute -top-6 right-0 flex items-center gap-0.5 text-lead font-semibold">
        <Thermometer size={15} aria-hidden="true" className="text-soft" />
        {formatIn(site.ambientC, heat)} {heat.symbol}
        <span className="sr-only"> forecast</span>
      </p>
    </div>
  );
}
