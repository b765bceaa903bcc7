/** What can be pressed on a shaft, and how much thicker than the bore the shaft has to be [mm]. */
const OVER_BORE_MM = {
  plastic: { from: 0.03, to: 0.08 },
  metal: { from: 0.005, to: 0.015 },
} as const;

export const PRESS_MATERIALS = ['plastic', 'metal'] as const satisfies readonly (keyof typeof OVER_BORE_MM)[];
export type PressMaterial = (typeof PRESS_MATERIALS)[number];

export interface PressFit {
  /** The shaft after turning [mm]. */
  fromMm: number;
  toMm: number;
  /** What a shaft above it does, and one below it. */
  above: string;
  below: string;
}

const ABOVE: Record<PressMaterial, string> = {
  plastic: 'The gear splits at the hub, at once or on the first warm day: turn on, a hundredth at a time.',
  metal: 'It goes on only by force that bends the shaft or pushes the rotor: turn on, a few thousandths at a time.',
};
const BELOW: Record<PressMaterial, string> = {
  plastic: 'The gear slips and melts its bore. Nothing makes a shaft thicker again: take the spare shaft.',
  metal: 'The gear slips. A set screw on a flat can hold it; else take the spare shaft.',
};

/** The shaft that a bore [mm] of a material holds by itself. */
export const pressFit = (boreMm: number, material: PressMaterial): PressFit => ({
  fromMm: boreMm + OVER_BORE_MM[material].from,
  toMm: boreMm + OVER_BORE_MM[material].to,
  above: ABOVE[material],
  below: BELOW[material],
});

export type PressVerdict = 'too-thick' | 'right' | 'too-thin';

/** What a shaft as measured [mm] will do in a press fit. */
export const pressVerdict = (shaftMm: number, { fromMm, toMm }: PressFit): PressVerdict =>
  shaftMm > toMm + 1e-9 ? 'too-thick' : shaftMm < fromMm - 1e-9 ? 'too-thin' : 'right';
