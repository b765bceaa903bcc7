import type { Leg } from '@puddler/core';

/** A course from above: its line, the place of each corner, all in metres. */
export interface CoursePath {
  points: [number, number][];
  corners: [number, number][];
}

/** Steps of a corner. */
const ARC_STEPS = 12;

/**
 * The legs in order from above. Nobody measured by how much a corner turns: its share of the whole turn goes by how long it is driven at what the tyres
 * hold (`gripMs2`), and what is left between the end and the beginning is spread along the lap. Pure.
 */
export function coursePath(legs: readonly Leg[], gripMs2: number): CoursePath {
  const bends = legs.map(({ radiusM, cornerMs, cornerS }) => {
    const speedMs = cornerMs ?? Math.sqrt(radiusM! * gripMs2);
    return { radiusM: (speedMs * speedMs) / gripMs2, turn: (cornerS * gripMs2) / speedMs };
  });
  const whole = bends.reduce((sum, { turn }) => sum + turn, 0) || 1;
  let [x, y, heading, along] = [0, 0, 0, 0];
  const line: { x: number; y: number; along: number }[] = [{ x, y, along }];
  const go = (metres: number) => {
    x += metres * Math.cos(heading);
    y += metres * Math.sin(heading);
    along += metres;
    line.push({ x, y, along });
  };
  const apexes: number[] = [];
  for (const [i, { radiusM, turn }] of bends.entries()) {
    const angle = (2 * Math.PI * turn) / whole;
    go(legs[i]!.fullM);
    for (let k = 0; k < ARC_STEPS; k++) {
      heading += angle / ARC_STEPS / 2;
      go((radiusM * angle) / ARC_STEPS);
      heading += angle / ARC_STEPS / 2;
      if (k === ARC_STEPS / 2) apexes.push(line.length - 1);
    }
  }
  const points = line.map((point): [number, number] => [point.x - (x * point.along) / along, point.y - (y * point.along) / along]);
  return { points, corners: apexes.map((at) => points[at]!) };
}
