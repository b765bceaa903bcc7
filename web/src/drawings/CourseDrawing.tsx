import type { Leg } from '@puddler/core';
import { extent } from 'd3-array';
import { curveCatmullRomClosed, line } from 'd3-shape';
import { useMemo } from 'react';
import { coursePath } from './course-path';

const WIDTH = 200;
const HEIGHT = 96;
const EDGE = 12;

/** The legs of a course from above, in order, its corners numbered. */
export function CourseDrawing({ legs, gripMs2 }: { legs: readonly Leg[]; gripMs2: number }) {
  const { d, corners, start } = useMemo(() => laidOut(legs, gripMs2), [legs, gripMs2]);
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      className="w-full max-w-63 text-fine"
      role="img"
      aria-label={`The course from above: ${legs.length} ${legs.length === 1 ? 'straight' : 'straights'}, each with the corner after it`}
    >
      <path d={d} className="fill-none stroke-edge" strokeWidth="7" strokeLinejoin="round" />
      <path d={d} className="fill-none stroke-paper" strokeWidth="4.5" strokeLinejoin="round" />
      <circle cx={start[0]} cy={start[1]} r="3.5" className="fill-ember" />
      {corners.map(([x, y], i) => (
        <text
          key={i}
          x={x}
          y={y}
          textAnchor="middle"
          dominantBaseline="central"
          className="fill-soft stroke-paper font-semibold"
          paintOrder="stroke"
          strokeWidth="3"
        >
          {i + 1}
        </text>
      ))}
    </svg>
  );
}

function laidOut(legs: readonly Leg[], gripMs2: number) {
  const { points, corners } = coursePath(legs, gripMs2);
  const [left = 0, right = 1] = extent(points, ([x]) => x);
  const [top = 0, bottom = 1] = extent(points, ([, y]) => y);
  const scale = Math.min((WIDTH - 2 * EDGE) / Math.max(right - left, 1), (HEIGHT - 2 * EDGE) / Math.max(bottom - top, 1));
  const at = ([x, y]: [number, number]): [number, number] => [
    WIDTH / 2 + (x - (left + right) / 2) * scale,
    HEIGHT / 2 + (y - (top + bottom) / 2) * scale,
  ];
  const drawn = points.slice(0, -1).map(at);
  return { d: line().curve(curveCatmullRomClosed)(drawn) ?? '', corners: corners.map(at), start: drawn[0]! };
}
