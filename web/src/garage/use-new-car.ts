import { RANGES } from '@puddler/contract/shared';
import { withCarField, type Car } from '@puddler/core';
import { useState } from 'react';
import { addCar, type NewPlan } from '../desk/edits';
import { useAppDispatch } from '../desk/store';
import { planFileFor } from '../in-hand/joined-plan';
import { useLabel, type LabelInHand } from '../in-hand/labels/use-label';
import { stockStart, withParts } from '../in-hand/stock';
import { carOf, TEMPLATES } from '../in-hand/templates';
import { parseFigure } from '@puddler/figures';

/** A car that is being described: its name and kind, and what is printed on old and new parts. */
export function useNewCar() {
  const dispatch = useAppDispatch();
  const [name, setName] = useState('');
  const [templateId, setTemplateId] = useState(TEMPLATES[0]!.id);
  const [ratioText, setRatioText] = useState('');
  const [isNameMissing, setNameMissing] = useState(false);
  const [isRatioMissing, setRatioMissing] = useState(false);
  const labels = {
    oldMotor: useLabel('motor'),
    oldPack: useLabel('pack'),
    gears: useLabel('gears'),
    motor: useLabel('motor'),
    pack: useLabel('pack'),
    esc: useLabel('esc'),
  };
  const template = TEMPLATES.find((one) => one.id === templateId)!;
  const ratio = ratioText.trim() === '' ? undefined : parseFigure(ratioText, RANGES['car.internalRatio'], 'metric');
  const isDirect = labels.gears.reading?.direct === true;
  /** Lines that make no part yet: they are left out, and said to be. */
  const unfinished = Object.values(labels).filter((field) => field.text.trim() !== '' && field.parts.length === 0 && field.reading?.direct !== true);

  /** Puts it in the garage and returns its plan's id; undefined while something is missing. */
  const make = (): string | undefined => {
    const ratioAsked = isDirect && ratio === undefined;
    setNameMissing(name.trim() === '');
    setRatioMissing(ratioAsked);
    if (name.trim() === '' || ratioAsked || ratio?.ok === false) return undefined;
    const { oldMotor, oldPack, gears, motor, pack, esc } = labels;
    const kind = carOf(template, name.trim());
    const car: Car = ratio ? withCarField(kind, 'internalRatio', ratio.value) : kind;
    const gearing = isDirect ? {} : template.plan.gearing;
    const start = { name: 'First conversion', ...template.plan, gearing };
    const plan = withMotors(withParts(planFileFor(car, start, undefined), [...gears.parts, ...motor.parts, ...pack.parts, ...esc.parts]), motor);
    const stock = stockStart(start);
    const old = withMotors(withParts(planFileFor(car, stock, stock), [...gears.parts, ...oldMotor.parts, ...oldPack.parts]), oldMotor);
    const plans: NewPlan[] = [...(oldMotor.parts.length + oldPack.parts.length > 0 ? [{ plan: old, stock: true }] : []), { plan }];
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
  return { name, rename, isNameMissing, template, setTemplateId, ratioText, setRatio, ratioProblem, isDirect, labels, unfinished, make };
}

/** The plan with as many motors as the label speaks of. */
function withMotors<P extends { motorCount?: number }>(plan: P, { reading, parts }: LabelInHand): P {
  return reading?.count !== undefined && parts.length > 0 ? { ...plan, motorCount: reading.count } : plan;
}

export type NewCar = ReturnType<typeof useNewCar>;
