import { RANGES, type PlanBody } from '@puddler/contract/shared';
import { compact, massOfPartsG, splitShopLine, USUAL_PARTS, withCarField, type Car, type ShopKind } from '@puddler/core';
import { useState } from 'react';
import { addCar, type NewPlan } from '../document-store/edits';
import { useAppDispatch } from '../document-store/store';
import { planFileFor } from '../active/joined-plan';
import { useLabel, type LabelInHand } from '../active/labels/use-label';
import { stockStart, withLabels } from '../active/stock';
import { carOf, TEMPLATES } from '../active/templates/templates';
import { parseFigure } from '@puddler/figures';

/** What is on the car today, and what is thought of. */
export type Side = 'today' | 'new';
const FIELDS = {
  today: { motor: 'oldMotor', esc: 'oldEsc', pack: 'oldPack', gears: 'gears' },
  new: { motor: 'motor', esc: 'esc', pack: 'pack', gears: 'newGears' },
} as const satisfies Record<Side, Record<ShopKind, string>>;

/** What the lines are called, and how such a line may look. */
export const LINES = {
  oldMotor: { label: 'Old motor', placeholder: '27T 540' },
  oldEsc: { label: 'Old ESC', placeholder: '60A brushed' },
  oldPack: { label: 'Old pack', placeholder: '7.2V 3000mAh NiMH' },
  gears: { label: 'Pinion and spur', placeholder: '23/68' },
  motor: { label: 'New motor', placeholder: '3652 4000KV sensorless' },
  esc: { label: 'New ESC', placeholder: '60A 2-3S BEC 6V/3A' },
  pack: { label: 'New pack', placeholder: '2S 5000 mAh 50C' },
  newGears: { label: 'New pinion', placeholder: '19T, if it changes' },
};
export type Line = keyof typeof LINES;

/** A car that is being described: its name and kind, and what is printed on old and new parts. */
export function useNewCar() {
  const dispatch = useAppDispatch();
  const [name, setName] = useState('');
  const [templateId, setTemplateId] = useState(TEMPLATES[0]!.id);
  const [ratioText, setRatioText] = useState('');
  const [isNameMissing, setNameMissing] = useState(false);
  const [isRatioMissing, setRatioMissing] = useState(false);
  const labels: Record<Line, LabelInHand> = {
    oldMotor: useLabel('motor', { guessesSize: true }),
    oldEsc: useLabel('esc'),
    oldPack: useLabel('pack'),
    gears: useLabel('gears'),
    motor: useLabel('motor', { guessesSize: true }),
    esc: useLabel('esc'),
    pack: useLabel('pack'),
    newGears: useLabel('gears'),
  };
  /** A whole line of a shop, put into one field, goes to all that it speaks of: on the side of that field. */
  const spread = (side: Side, text: string): boolean => {
    const line = splitShopLine(text);
    if (!line) return false;
    for (const [kind, id] of Object.entries(FIELDS[side]) as [ShopKind, (typeof FIELDS)[Side][ShopKind]][]) {
      const words = line[kind];
      // The field that the line was typed into keeps only what is its own.
      if (words !== undefined || labels[id].text === text) labels[id].setText(words ?? '');
    }
    return true;
  };
  const template = TEMPLATES.find((one) => one.id === templateId)!;
  const ratio = ratioText.trim() === '' ? undefined : parseFigure(ratioText, RANGES['car.internalRatio'], 'metric');
  const isDirect = (labels.newGears.reading ?? labels.gears.reading)?.direct === true;
  /** Lines that make no part yet: they are left out, and said to be. */
  const unfinished = (Object.keys(LINES) as Line[]).filter((id) => {
    const { text, parts, reading } = labels[id];
    return text.trim() !== '' && parts.length === 0 && reading?.direct !== true;
  });

  /** Puts it in the garage and returns its plan's id; undefined while something is missing. */
  const make = (): string | undefined => {
    const ratioAsked = isDirect && ratio === undefined;
    setNameMissing(name.trim() === '');
    setRatioMissing(ratioAsked);
    if (name.trim() === '' || ratioAsked || ratio?.ok === false) return undefined;
    const { oldMotor, oldEsc, oldPack, gears, motor, pack, esc, newGears } = labels;
    const kind = carOf(template, name.trim());
    const geared: Car = ratio ? withCarField(kind, 'internalRatio', ratio.value) : kind;
    const gearing: PlanBody['gearing'] = isDirect ? {} : { ...template.plan.gearing, typical: ['pinion', 'spur'] };
    const start: PlanBody = { name: 'First conversion', ...template.plan, gearing, usualParts: [...USUAL_PARTS] };
    const usual = stockStart(geared, start);
    // The weight is that of its kind with a usual system in it: another pack makes it heavier or lighter.
    const car: Car = { ...geared, ...compact({ weighedPartsG: massOfPartsG(usual) }) };
    const plan = withCounts(withLabels(planFileFor(car, start, undefined), [gears, newGears, motor, pack, esc]), motor, pack);
    const old = withCounts(withLabels(planFileFor(car, usual, usual), [gears, oldMotor, oldEsc, oldPack]), oldMotor, oldPack);
    const isOldSaid = [oldMotor, oldEsc, oldPack, gears].some(({ parts }) => parts.length > 0);
    const plans: NewPlan[] = [...(isOldSaid ? [{ plan: old, stock: true }] : []), { plan }];
    return dispatch(addCar(car, plans));
  };
  const rename = (next: string) => {
    setName(next);
    setNameMissing(false);
  };
  const setRatio = (next: string) => {
    setRatioText(next);
    setRatioMissing(false);
  };
  const ratioProblem = isRatioMissing
    ? 'Direct drive needs the ratio that is left: 1 when the motor turns the wheels itself.'
    : ratio?.ok === false
      ? ratio.message
      : undefined;
  return { name, rename, isNameMissing, template, setTemplateId, ratioText, setRatio, ratioProblem, isDirect, labels, spread, unfinished, make };
}

/** The plan with as many motors and packs as the labels speak of: packs one after the other, where the ESC bears so many cells. */
function withCounts(plan: PlanBody, motor: LabelInHand, pack: LabelInHand): PlanBody {
  const motors = motor.parts.length > 0 ? motor.reading?.count : undefined;
  const packs = pack.parts.length > 0 ? pack.reading?.count : undefined;
  const [one] = plan.packs;
  return {
    ...plan,
    ...compact({ motorCount: motors ?? plan.motorCount }),
    ...(packs === undefined || !one
      ? {}
      : {
          packs: Array.from({ length: packs }, () => one),
          packWiring: packs * one.cells > (plan.esc.maxCells ?? Infinity) ? 'parallel' : 'series',
        }),
  };
}

export type NewCar = ReturnType<typeof useNewCar>;
