import type { Chemistry, Pack } from './plan-file';

/** What a lithium polymer pack is taken for while no C rating is given [C]: usual for cars, and counted on by no limit. */
const USUAL_C_RATING = 40;

type Rated = Pick<Pack, 'chemistry' | 'cRating' | 'cellResistanceOhm' | 'typical'>;

/** Cells that spread too widely to be estimated by their chemistry alone. */
export const POLYMERS: readonly Chemistry[] = ['lipo', 'lihv'];

/** The C rating that a label or the builder gave; undefined where there is none, or a usual one stands in for it. */
export const givenCRating = ({ cRating, typical }: Pick<Rated, 'cRating' | 'typical'>): number | undefined =>
  typical?.includes('cRating') ? undefined : cRating;

/** The pack with a usual rating, marked as such, where its chemistry needs one and none is given; without it where none is needed. */
export function withUsualRating<P extends Rated>(pack: P): P {
  if (givenCRating(pack) !== undefined) return pack;
  if (POLYMERS.includes(pack.chemistry) && pack.cellResistanceOhm === undefined)
    return { ...pack, cRating: pack.cRating ?? USUAL_C_RATING, typical: ['cRating'] };
  const { cRating: _usual, typical: _marks, ...bare } = pack;
  return bare as P;
}

/** The same after a figure of the pack was set: a rating that was typed is given. */
export function ratedAfter<P extends Rated>(pack: P, field: string): P {
  const { typical, ...bare } = pack;
  return withUsualRating(typical && field === 'cRating' ? (bare as P) : pack);
}
