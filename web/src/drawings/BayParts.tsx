import type { BayDrawing } from '@puddler/core';
import { VerdictMark } from '../ui/VerdictMark';
import { planOf, type BayLayout } from './bay-layout';

type Say = (valueMm: number) => string;
type Tone = 'ink' | 'stop';

/** Hatching that tells a gear seen on its edge. */
export const teeth = ({ x, y, width, height }: { x: number; y: number; width: number; height: number }) =>
  Array.from({ length: Math.floor(width / 4) }, (_, i) => `M${x + 2 + i * 4} ${y}v${height}`).join('');

/** The slot of the mount with the shaft’s place in it. */
export function Slot({
  slot,
  x,
  at,
  mm,
  tone,
}: {
  slot: NonNullable<BayDrawing['slot']>;
  x: (valueMm: number) => number;
  at: number;
  mm: Say;
  tone: Tone;
}) {
  const { fromMm, toMm, atMm } = slot;
  return (
    <g>
      {fromMm !== undefined && toMm !== undefined && (
        <rect x={x(fromMm)} y={at - 4} width={Math.max(0, x(toMm) - x(fromMm))} height="8" className="fill-paper stroke-ink" />
      )}
      <path d={`M${x(atMm)} ${at - 5}l5 5l-5 5l-5 -5z`} className={tone === 'stop' ? 'fill-stop' : 'fill-ember'} />
      <path d={`M${x(0)} ${at - 7}V${at + 7}M${x(0) - 7} ${at}h14`} className="stroke-ink" />
      <text x={x(0)} y={at + 20} textAnchor="middle" className="fill-soft">
        spur axle
      </text>
      <text x={x(atMm)} y={at + 20} textAnchor="middle" className={tone === 'stop' ? 'fill-stop' : 'fill-ink'}>
        shaft at {mm(atMm)}
      </text>
    </g>
  );
}

/** What the figures are that are typed on the drawing, where no line says it. */
export function PlaceNames({ layout: { places } }: { layout: BayLayout }) {
  const names = [
    { x: places.meshMinMm.x, y: places.meshMinMm.y - 4, text: 'slot, shaft to spur axle: least' },
    { x: places.meshMaxMm.x + 62, y: places.meshMaxMm.y - 4, text: 'and most' },
    { x: places.motorLengthMm.x, y: places.motorLengthMm.y - 4, text: 'place, length' },
    { x: places.motorDiameterMm.x + 96, y: places.motorDiameterMm.y + 17, text: 'place, across' },
  ];
  return names.map(({ x, y, text }) => (
    <text key={text} x={x} y={y} className="fill-soft">
      {text}
    </text>
  ));
}

/** Both trays with their parts. */
export function Trays({ layout, mm, bad }: { layout: BayLayout; mm: Say; bad: (id: string) => Tone }) {
  return layout.trays.map(({ tray, x, y }) => {
    const [part, room] = [planOf(tray.part), planOf(tray.room)];
    const size = (one: { lengthMm: number; widthMm: number }) => ({ x, y, width: one.lengthMm * layout.scale, height: one.widthMm * layout.scale });
    const tone = bad(tray.id === 'esc' ? 'fit-esc' : 'fit-pack');
    const sizeText = (one: { lengthMm: number; widthMm: number } | undefined) => (one ? `${mm(one.lengthMm)} × ${mm(one.widthMm)}` : 'not known');
    return (
      <g key={tray.id}>
        {part && <rect {...size(part)} className={`fill-wash ${tone === 'stop' ? 'stroke-stop' : 'stroke-ink'}`} />}
        {room && <rect {...size(room)} className="fill-none stroke-edge" strokeDasharray="5 4" />}
        <text x={x} y={y - 6} className="fill-ink">
          {tray.label}: room {sizeText(room)}, part {sizeText(part)}
        </text>
      </g>
    );
  });
}

/** What touches or is tight, with how much has to go. */
export function Touches({ bay: { touches }, mm }: { bay: BayDrawing; mm: Say }) {
  if (touches.length === 0) return <p className="text-small text-soft">Nothing of the bay is measured yet: what touches is not known.</p>;
  return (
    <ul className="mb-1 flex flex-wrap gap-x-6 text-small">
      {touches.map((one) => (
        <li key={`${one.id} ${one.what}`} className="flex items-baseline gap-2 py-0.5">
          <VerdictMark level={one.level} />
          <span>
            {one.what}: {one.gapMm < 0 ? `${mm(-one.gapMm)} over` : `${mm(one.gapMm)} to spare`}
            {one.trimMm > 0 && <strong className="font-semibold"> · trim {mm(one.trimMm)}, of a rib or boss only, never a load path</strong>}
          </span>
        </li>
      ))}
    </ul>
  );
}
