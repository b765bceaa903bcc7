import { bandShapes, type BandShape } from '../../active/band-path';
import { chainFlow } from '../../active/chain-flow';
import type { PowerBand } from '@puddler/core';

/** One setup's band of power, to be drawn from `top` down. */
export interface BandRow {
  top: number;
  /** Thickness at the pack: the same pixels a watt in every row. */
  thickness: number;
  /** What the cells give [W]. */
  givenW: number;
  shapes: BandShape[];
  height: number;
}

/** Thickness of the strongest setup's band. */
const THICKEST = 40;
/** Room under a band for the bends of its losses and their labels. */
const UNDER = 27;
/** A thin band still needs room for its letter and watts. */
const LEAST_HEIGHT = 42;

/** Lays the setups' power out below each other on one scale, links in line; pure. A setup without a band leaves its place out. */
export function bandRows(bands: readonly (PowerBand | undefined)[], lengths: readonly number[]): (BandRow | undefined)[] {
  const flows = bands.map((band) => band && chainFlow(band));
  const mostW = Math.max(...flows.map((flow) => flow?.[0]?.inW ?? 0), 1e-9);
  let top = 0;
  return flows.map((flow) => {
    if (!flow) return undefined;
    const givenW = flow[0]!.inW;
    const thickness = (THICKEST * givenW) / mostW;
    const height = Math.max(LEAST_HEIGHT, thickness + UNDER);
    const row = { top, thickness, givenW, height, shapes: bandShapes(flow, { lengths, thickness, depth: thickness + UNDER }) };
    top += height;
    return row;
  });
}
