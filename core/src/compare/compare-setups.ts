import { rolloutM } from '../chain/gears';
import { openCircuitV } from '../chain/pack';
import type { ResolvedPlan } from '../resolve/resolved-plan';
import { powerBand, type PowerBand } from '../predict/power-band';
import { solveTopSpeed, warmKv } from '../predict/top-speed';

/** Where the pack's power goes, as one would ask for it. */
export const POWER_SINKS = ['pack', 'wires', 'esc', 'winding', 'brushes', 'lag', 'iron', 'gears', 'slip', 'rolling', 'air', 'slope'] as const;
export type PowerSink = (typeof POWER_SINKS)[number];

/** What a setup does with its power at top speed. */
export interface PowerShares {
  topSpeedMs: number;
  /** Road speed that kv and volts would give without any load. */
  noLoadMs: number;
  /** Given by the cells, their own heat included [W]. */
  cellsW: number;
  /** What reaches the road [W]. */
  roadW: number;
  /** Heat that stays in one motor [W]. */
  motorHeatW: number;
  /** Share of `cellsW` that each takes. */
  share: Record<PowerSink, number>;
}

/** How a setup differs from the first one, against which all others are told. */
export interface SetupDifference {
  speedMs: number;
  /**
   * The speed without load, and the share of it that is left under load, each as a ratio of this setup's to the first's. Their product
   * is the ratio of the top speeds.
   */
  noLoadTimes: number;
  underLoadTimes: number;
  /** Shares of power that differ most, the greatest first; those within half a per cent are left out. */
  shares: { sink: PowerSink; first: number; this: number }[];
}

const LEAST_SHARE = 0.005;

/** The power balance at top speed as shares of what the cells give. A car that does not move has all shares 0. */
export function powerShares(plan: ResolvedPlan): PowerShares {
  const solved = solveTopSpeed(plan);
  const band = powerBand(plan, solved);
  const cellsW = band.packW + band.packHeatW;
  const share = (watts: number) => (cellsW > 0 ? watts / cellsW : 0);
  const noLoadRpm = warmKv(plan) * (openCircuitV(plan.pack, plan.startCharge) - plan.motor.brushDropV);
  return {
    topSpeedMs: solved.topSpeedMs,
    noLoadMs: (noLoadRpm / 60) * rolloutM(plan.car.tyreDiameterM, plan.ratio),
    cellsW,
    roadW: band.rollingW + band.airW + band.slopeW,
    motorHeatW: motorHeatW(band) / plan.motorCount,
    share: {
      pack: share(band.packHeatW),
      wires: share(band.wiresW),
      esc: share(band.escW),
      winding: share(band.copperW),
      brushes: share(band.brushW),
      lag: share(band.lagW),
      iron: share(band.ironW),
      gears: share(band.gearsW),
      slip: share(band.slipW),
      rolling: share(band.rollingW),
      air: share(band.airW),
      slope: share(band.slopeW),
    },
  };
}

function motorHeatW({ copperW, brushW, lagW, ironW }: PowerBand): number {
  return copperW + brushW + lagW + ironW;
}

/** This setup told against a first one. */
export function compareShares(first: PowerShares, other: PowerShares): SetupDifference {
  const times = (a: number, b: number) => (a > 0 ? b / a : NaN);
  const noLoadTimes = times(first.noLoadMs, other.noLoadMs);
  return {
    speedMs: other.topSpeedMs - first.topSpeedMs,
    noLoadTimes,
    underLoadTimes: times(first.topSpeedMs, other.topSpeedMs) / noLoadTimes,
    shares: POWER_SINKS.map((sink) => ({ sink, first: first.share[sink], this: other.share[sink] }))
      .filter((one) => Math.abs(one.this - one.first) >= LEAST_SHARE)
      .sort((a, b) => Math.abs(b.this - b.first) - Math.abs(a.this - a.first)),
  };
}
