/** What lines and areas of a chart are drawn with, by what they stand for. */
export const STROKE = {
  ink: 'stroke-ink',
  steel: 'stroke-steel',
  soft: 'stroke-soft',
  ember: 'stroke-ember',
  caution: 'stroke-caution',
  stop: 'stroke-stop',
} as const;

export const FILL = {
  ink: 'fill-ink',
  steel: 'fill-steel',
  soft: 'fill-soft',
  ember: 'fill-ember',
  heat: 'fill-heat',
  amps: 'fill-amps',
  caution: 'fill-caution',
  stop: 'fill-stop',
} as const;

export type LimitTone = 'caution' | 'stop';
