import type { BayDrawing, Rect, Tray } from '@puddler/core';
import { useAppSelector } from '../desk/store';
import { VerdictMark } from '../ui/VerdictMark';
import { formatIn, unitOf } from '../units/units';
import { Dimension } from './Dimension';
import { DrawingFrame } from './DrawingFrame';

const WIDTH = 690;
const MARGIN = 14;
const ROW = 36;
/** Between the motor and the trays: its upright dimension stands there. */
const BESIDE = 130;
const MOST_SCALE = 5.5;

interface Props {
  bay: BayDrawing;
  name: string;
}

/** The bay from above, to one scale: motor in its place, gears, slot, the nearest part, and both trays with their parts. */
export function BayFromAbove({ bay, name }: Props) {
  const system = useAppSelector((state) => state.prefs.units);
  const length = unitOf('mm', system);
  const mm = (value: number) => `${formatIn(value, length)} ${length.symbol}`;
  const { can, room, pinion, spur, slot, nearestMm, touches } = bay;
  const all = [can, room, pinion, spur].filter((rect) => rect !== undefined);
  const left = Math.min(...all.map((rect) => rect.xMm), -(nearestMm ?? 0));
  const right = Math.max(...all.map((rect) => rect.xMm + rect.widthMm));
  const top = Math.min(...all.map((rect) => rect.yMm));
  const bottom = Math.max(...all.map((rect) => rect.yMm + rect.heightMm));
  const trays = bay.trays.filter((tray) => planOf(tray.part) ?? planOf(tray.room));
  const longest = Math.max(0, ...trays.map((tray) => Math.max(tray.part.lengthMm ?? 0, tray.room.lengthMm ?? 0)));
  const scale = Math.min((WIDTH - MARGIN - BESIDE - 8) / (right - left + longest), MOST_SCALE);
  const x = (value: number) => MARGIN + (value - left) * scale;
  const y = (value: number) => ROW + (value - top) * scale;
  const trayHeights = trays.map((tray) => Math.max(tray.part.widthMm ?? 0, tray.room.widthMm ?? 0) * scale);
  const height = Math.max(
    y(bottom) + ROW,
    trayHeights.reduce((sum, one) => sum + one + ROW, 0),
  );
  const rect = (one: Rect) => ({ x: x(one.xMm), y: y(one.yMm), width: one.widthMm * scale, height: one.heightMm * scale });
  const bad = (id: string) => (touches.some((one) => one.id === id && one.level === 'stop') ? 'stop' : 'ink');
  return (
    <DrawingFrame
      title="The bay from above, to scale"
      name={`bay of ${name}`}
      width={WIDTH}
      height={height}
      label={`Motor ${mm(can.widthMm)} across and ${mm(can.heightMm)} long${room ? ` in a place of ${mm(room.widthMm)} by ${mm(room.heightMm)}` : ''}; what is tight is listed below`}
      below={<Touches bay={bay} mm={mm} />}
    >
      {room && <rect {...rect(room)} className="fill-none stroke-edge" strokeDasharray="5 4" />}
      <rect
        {...rect(can)}
        className={`fill-wash ${bad('fit-diameter') === 'stop' || bad('fit-length') === 'stop' ? 'stroke-stop' : 'stroke-ink'}`}
        strokeWidth="1.5"
      />
      <text x={x(can.xMm + can.widthMm / 2)} y={y(can.yMm + can.heightMm / 2) + 4} textAnchor="middle" className="fill-ink">
        motor
      </text>
      <path d={`M${x(left)} ${y(0)}H${x(right)}`} className="stroke-ink" strokeWidth="2.5" />
      <text x={x(right) + 6} y={y(0) + 4} className="fill-soft">
        plate
      </text>
      {[
        { gear: pinion, word: 'pinion' },
        { gear: spur, word: 'spur' },
      ].map(
        ({ gear, word }) =>
          gear && (
            <g key={word}>
              <rect {...rect(gear)} className="fill-sheet stroke-ink" />
              <path d={teeth(rect(gear))} className="stroke-edge" fill="none" />
              <text x={x(gear.xMm + gear.widthMm / 2)} y={y(gear.yMm) - 5} textAnchor="middle" className="fill-soft">
                {word}
              </text>
            </g>
          ),
      )}
      {slot && <Slot slot={slot} x={x} at={y(0)} mm={mm} tone={bad('mesh-distance')} />}
      {nearestMm !== undefined && (
        <g>
          <path
            d={`M${x(-nearestMm)} ${y(top) - 4}V${y(0) + 22}`}
            className={bad('spur-clearance') === 'stop' ? 'stroke-stop' : 'stroke-caution'}
            strokeWidth="2"
            strokeDasharray="2 3"
          />
          <text x={x(-nearestMm) + 4} y={y(0) + 34} className="fill-soft">
            nearest part
          </text>
        </g>
      )}
      <Dimension
        from={x(can.xMm)}
        to={x(can.xMm + can.widthMm)}
        at={y(bottom) + 22}
        text={room ? `${mm(can.widthMm)} in ${mm(room.widthMm)}` : mm(can.widthMm)}
        tone={bad('fit-diameter')}
      />
      <Dimension
        upright
        from={y(can.yMm)}
        to={y(can.yMm + can.heightMm)}
        at={x(right) + 10}
        text={room ? `${mm(can.heightMm)} in ${mm(room.heightMm)}` : mm(can.heightMm)}
        tone={bad('fit-length')}
      />
      <Trays trays={trays} scale={scale} left={x(right) + BESIDE - 8} heights={trayHeights} mm={mm} bad={bad} />
    </DrawingFrame>
  );
}

const planOf = ({ lengthMm, widthMm }: Tray['part']) => (lengthMm !== undefined && widthMm !== undefined ? { lengthMm, widthMm } : undefined);

/** Hatching that tells a gear seen on its edge. */
const teeth = ({ x, y, width, height }: { x: number; y: number; width: number; height: number }) =>
  Array.from({ length: Math.floor(width / 4) }, (_, i) => `M${x + 2 + i * 4} ${y}v${height}`).join('');

function Slot({
  slot,
  x,
  at,
  mm,
  tone,
}: {
  slot: NonNullable<BayDrawing['slot']>;
  x: (value: number) => number;
  at: number;
  mm: (value: number) => string;
  tone: 'ink' | 'stop';
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

interface TraysProps {
  trays: readonly Tray[];
  scale: number;
  left: number;
  heights: readonly number[];
  mm: (value: number) => string;
  bad: (id: string) => 'ink' | 'stop';
}

function Trays({ trays, scale, left, heights, mm, bad }: TraysProps) {
  return trays.map((tray, i) => {
    const top = ROW - 12 + heights.slice(0, i).reduce((sum, one) => sum + one + ROW, 0);
    const [part, room] = [planOf(tray.part), planOf(tray.room)];
    const size = (one: { lengthMm: number; widthMm: number }) => ({ x: left, y: top, width: one.lengthMm * scale, height: one.widthMm * scale });
    const tone = bad(tray.id === 'esc' ? 'fit-esc' : 'fit-pack');
    const sizeText = (one: { lengthMm: number; widthMm: number } | undefined) => (one ? `${mm(one.lengthMm)} × ${mm(one.widthMm)}` : 'not known');
    return (
      <g key={tray.id}>
        {part && <rect {...size(part)} className={`fill-wash ${tone === 'stop' ? 'stroke-stop' : 'stroke-ink'}`} />}
        {room && <rect {...size(room)} className="fill-none stroke-edge" strokeDasharray="5 4" />}
        <text x={left} y={top - 6} className="fill-ink">
          {tray.label}: room {sizeText(room)}, part {sizeText(part)}
        </text>
      </g>
    );
  });
}

/** What touches or is tight, with how much has to go. */
function Touches({ bay: { touches }, mm }: { bay: BayDrawing; mm: (value: number) => string }) {
  if (touches.length === 0) return <p className="text-[12.5px] text-soft">Nothing of the bay is measured yet: what touches is not known.</p>;
  return (
    <ul className="text-[12.5px]">
      {touches.map((one) => (
        <li key={`${one.id} ${one.what}`} className="flex items-baseline gap-2 border-b border-rule py-0.5 last:border-0">
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
