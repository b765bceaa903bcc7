import type { LinkName, PowerBand, PowerMoment } from '@puddler/core';

/** What one link does to the power that passes it. */
export interface FlowLink {
  link: LinkName;
  /** Electricity up to and into the motor, then movement. */
  carries: 'electricity' | 'movement';
  inW: number;
  lossW: number;
  /** Where the loss goes, for its label: “gears”, “air”. */
  lossWord: string;
}

/**
 * The power band link by link, from its balance at top speed. ESC switching stands outside the circuit's equations
 * and is drawn as if the pack gave it. Downhill, what the slope gives is missing on the way in and is not drawn.
 */
export function chainFlow(band: PowerBand | PowerMoment): FlowLink[] {
  const gaining = 'accelerationW' in band ? Math.max(0, band.accelerationW) : 0;
  const packLoss = band.packHeatW + band.wiresW;
  // Receiver and servo are fed by the ESC.
  const escLoss = band.escW + band.switchingW + band.receiverW;
  const motorLoss = band.copperW + band.brushW + band.lagW + band.ironW;
  const start = band.packW + band.packHeatW + band.switchingW;
  const atEsc = start - packLoss;
  const atMotor = atEsc - escLoss;
  const atGears = Math.max(0, atMotor - motorLoss);
  const atTyres = Math.max(0, atGears - band.gearsW);
  const tyreLoss = band.rollingW + band.slipW;
  const climb = Math.max(0, band.slopeW);
  return [
    { link: 'pack', carries: 'electricity', inW: start, lossW: packLoss, lossWord: '' },
    { link: 'esc', carries: 'electricity', inW: atEsc, lossW: escLoss, lossWord: '' },
    { link: 'motor', carries: 'electricity', inW: atMotor, lossW: Math.min(atMotor, motorLoss), lossWord: 'motor' },
    { link: 'gears', carries: 'movement', inW: atGears, lossW: Math.min(atGears, band.gearsW), lossWord: 'gears' },
    {
      link: 'tyres',
      carries: 'movement',
      inW: atTyres,
      lossW: Math.min(atTyres, tyreLoss),
      lossWord: band.slipW > band.rollingW ? 'slip' : 'rolling',
    },
    {
      link: 'road',
      carries: 'movement',
      inW: Math.max(0, atTyres - tyreLoss),
      lossW: band.airW + climb + gaining,
      lossWord: gaining > band.airW + climb ? 'into speed' : climb > band.airW ? 'slope' : 'air',
    },
  ];
}
