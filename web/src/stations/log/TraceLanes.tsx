import { memo } from 'react';
import { UpAxis } from '../../charts/Axes';
import { LEFT, type Lane } from './trace-layout';

/** Drawn again when its lanes are, not when the window or the pointer moves. */
export const LaneScales = memo(function LaneScales({ lanes, right }: { lanes: readonly Lane[]; right: number }) {
  return lanes.map((lane) => (
    <g key={lane.name}>
      <UpAxis ticks={lane.ticks} scale={lane.y} left={LEFT} right={right} />
      <text x={LEFT + 4} y={lane.top - 4} className="fill-ink text-fine font-semibold">
        {lane.name} {lane.symbol}
      </text>
    </g>
  ));
});

const strokeOf = ({ name }: Lane, isSecond: boolean): string => {
  if (name === 'temperature') return isSecond ? 'stroke-heat' : 'stroke-ember';
  if (isSecond) return 'stroke-edge';
  return name === 'speed' ? 'stroke-ink' : 'stroke-steel';
};

export const LaneCurves = memo(function LaneCurves({ lanes }: { lanes: readonly Lane[] }) {
  return lanes.flatMap((lane) =>
    lane.curves.map(({ field, path, isSecond }) => (
      <path key={field} d={path} fill="none" strokeWidth={1.2} strokeLinejoin="round" className={strokeOf(lane, isSecond)} />
    )),
  );
});
