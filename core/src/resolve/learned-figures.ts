import type { LearnedFigures, PlanFile } from '../plan/plan-file';
import { cholesky, type Matrix } from '../math/matrix';

/** The parts of a plan that name what is learned of them. */
export type Named = Pick<PlanFile, 'motor' | 'esc' | 'packs' | 'site' | 'car'>;

/** The name under which a plan’s figure is learned: runs with another motor share the car’s, and not the motor’s; another tyre is another one. */
export function keyOf(path: string, { motor, esc, packs, site, car }: Named): string {
  if (path.startsWith('motor.')) return `${path}@${motor.name}`;
  if (path.startsWith('esc.')) return `${path}@${esc.name}`;
  if (path.startsWith('packs')) return `${path}@${packs[0]!.name}`;
  if (path.startsWith('site.')) return `${path}@${site.surface}`;
  if (path.startsWith('car.tyre.')) return `${path}@${car.tyre.diameterMm}`;
  if (path === 'car.dragAreaM2') return `${path}@${car.body}`;
  if (path === 'car.internalRatio') return `${path}@${car.internalRatio}`;
  return path;
}

/** A figure counts as learned when its standard deviation fell by a fifth. */
export const NARROWED = 0.8;

/** The covariance of two learned figures by their places. */
export const covarianceAt = ({ covariance }: LearnedFigures, a: number, b: number): number =>
  a >= b ? covariance[(a * (a + 1)) / 2 + b]! : covariance[(b * (b + 1)) / 2 + a]!;

/** The covariance of some of the learned figures, whole. */
export const covarianceOf = (learned: LearnedFigures, places: readonly number[]): Matrix =>
  places.map((a) => places.map((b) => covarianceAt(learned, a, b)));

/** A figure of a plan as runs have taught it. */
export interface LearnedOf {
  at: number;
  ln: number;
  sigma: number;
  /** Whether the runs narrowed it enough to be called learned. */
  counts: boolean;
}

const indexed = new WeakMap<LearnedFigures, Map<string, number>>();

/** What the runs have taught of a figure of this plan; undefined where they have not. */
export function learnedOf(path: string, plan: Named & Pick<PlanFile, 'learned'>): LearnedOf | undefined {
  const { learned } = plan;
  if (!learned) return undefined;
  let places = indexed.get(learned);
  if (!places) indexed.set(learned, (places = new Map(learned.figures.map(({ key }, at) => [key, at]))));
  const at = places.get(keyOf(path, plan));
  if (at === undefined) return undefined;
  const sigma = Math.sqrt(Math.max(0, covarianceAt(learned, at, at)));
  return { at, ln: learned.figures[at]!.ln, sigma, counts: sigma < NARROWED * learned.figures[at]!.before };
}

/** Whether the covariance belongs to the figures: as many rows as figures, and a matrix that spreads can have. */
export function isLearnable(learned: LearnedFigures): boolean {
  const count = learned.figures.length;
  return (
    learned.covariance.length === (count * (count + 1)) / 2 &&
    cholesky(
      covarianceOf(
        learned,
        learned.figures.map((_, i) => i),
      ),
    ) !== undefined
  );
}

/** The plan as if nothing had been learned. */
export function withoutLearned({ learned: _learned, ...plan }: PlanFile): PlanFile {
  return plan;
}
