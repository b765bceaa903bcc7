import type { BayDrawing } from '@puddler/core';
import { formatIn, unitOf } from '@puddler/figures';
import type { ReactNode } from 'react';
import { useAppSelector } from '../document-store/store';
import { layoutBay, rectOf, type BayLayout } from './bay-layout';
import { PlaceNames, Slot, teeth, Touches, Trays } from './BayParts';
import { Dimension } from './Dimension';
import { DrawingFrame } from './DrawingFrame';

interface Props {
  bay: BayDrawing;
  name: string;
  /** Figures that are typed on the drawing where they are measured. */
  figures?: (places: BayLayout) => ReactNode;
}

/** The bay from above, to one scale: motor in its place, gears, slot, the nearest part, and both trays with their parts. */
export function BayFromAbove({ bay, name, figures }: Props) {
  const system = useAppSelector((state) => state.prefs.units);
  const length = unitOf('mm', system);
  const mm = (value: number) => `${formatIn(value, length)} ${length.symbol}`;
  const { can, room, pinion, spur, slot, nearestMm, touches } = bay;
  const layout = layoutBay(bay, figures !== undefined);
  const { x, y, left, right, top, bottom } = layout;
  const rect = (one: typeof can) => rectOf(layout, one);
  const bad = (id: string) => (touches.some((one) => one.id === id && one.level === 'stop') ? 'stop' : 'ink');
  return (
    <DrawingFrame
      title="The bay from above, to scale"
      name={`bay of ${name}`}
      width={layout.width}
      height={layout.height}
      overlay={figures?.(layout)}
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
        at={y(bottom) + (figures ? 38 : 22)}
        text={figures ? '' : room ? `${mm(can.widthMm)} in ${mm(room.widthMm)}` : mm(can.widthMm)}
        tone={bad('fit-diameter')}
      />
      <Dimension
        upright
        from={y(can.yMm)}
        to={y(can.yMm + can.heightMm)}
        at={x(right) + 10}
        text={figures ? '' : room ? `${mm(can.heightMm)} in ${mm(room.heightMm)}` : mm(can.heightMm)}
        tone={bad('fit-length')}
      />
      {figures && <PlaceNames layout={layout} />}
      <Trays layout={layout} mm={mm} bad={bad} />
    </DrawingFrame>
  );
}
