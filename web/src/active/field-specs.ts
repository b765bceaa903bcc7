import { fieldAt, fieldsOfLink, type Field, type FieldPath } from '@puddler/contract/shared';
import { motorFormOf, type FigurePath, type LinkName, type MotorForm, type PlanFile } from '@puddler/core';

/** One row of a drawer: a figure of the catalogue at its place. Paths starting with `car.` belong to the car and so to all its plans. */
export type FieldSpec = { path: FigurePath; label: string; help?: string; required?: boolean } & (
  | { type: 'number' }
  | { type: 'text' }
  | { type: 'flag' }
  | { type: 'choice'; options: readonly string[]; unset?: string }
);

function specOf(path: FigurePath, field: Field, form?: MotorForm): FieldSpec {
  const { label, help } = field;
  const isNeeded = field.needed === true || (form !== undefined && field.needed?.includes(form) === true);
  // A choice that has a usual one may be left open, and what weighs nothing is not towed.
  const needed = isNeeded && !(field.type === 'choice' && field.unset !== undefined) && path !== 'tow.massKg';
  const row = { path, label, ...(help === undefined ? {} : { help }), ...(needed ? { required: true } : {}) };
  if (field.type !== 'choice') return { ...row, type: field.type };
  return { ...row, type: 'choice', options: field.options.map(String), ...(field.unset === undefined ? {} : { unset: field.unset }) };
}

/** The row of a figure, with other words where its place asks for them. */
export const figure = (path: FieldPath & FigurePath, words: { label?: string; help?: string } = {}): FieldSpec => ({
  ...specOf(path, fieldAt(path)!),
  ...words,
});

/** Where a figure of the catalogue stands in a plan: of each pack, and nowhere in a plan that has no such thing. */
function placesIn(plan: PlanFile, path: string, field: Field): FigurePath[] {
  if (field.forms && !field.forms.includes(motorFormOf(plan.motor))) return [];
  if (path === 'tow.rollingResistance' && !plan.tow) return [];
  if (path === 'run.minutes' && !plan.run) return [];
  return [path as FigurePath];
}

function packFields(plan: PlanFile): FieldSpec[] {
  return plan.packs.flatMap((_, i) =>
    fieldsOfLink('pack').map(([path, field]) => {
      const spec = specOf(path.replace('packs', `packs[${i}]`) as FigurePath, field);
      return path === 'packs.name' && plan.packs.length > 1 ? { ...spec, label: `Pack ${i + 1}` } : spec;
    }),
  );
}

/** The rows of a link's drawer, for the plan as it stands. */
export function fieldsOf(link: LinkName, plan: PlanFile): FieldSpec[] {
  if (link === 'pack') return packFields(plan);
  return fieldsOfLink(link).flatMap(([path, field]) => placesIn(plan, path, field).map((place) => specOf(place, field, motorFormOf(plan.motor))));
}

export const LINK_TITLES: Record<LinkName, string> = { pack: 'Pack', esc: 'ESC', motor: 'Motor', gears: 'Gears', tyres: 'Tyres', road: 'Road' };

/** What a link is called of a plan: a car on tracks has no tyres. */
export const linkTitle = (link: LinkName, { car }: PlanFile): string => (link === 'tyres' && car.drive === 'tracked' ? 'Tracks' : LINK_TITLES[link]);
