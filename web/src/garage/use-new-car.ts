import { useState } from 'react';
import { addCar, type NewPlan } from '../desk/edits';
import { useAppDispatch } from '../desk/store';
import { planFileFor } from '../in-hand/joined-plan';
import { useLabel } from '../in-hand/labels/use-label';
import { stockStart, withParts } from '../in-hand/stock';
import { TEMPLATES } from '../in-hand/templates';

/** A car that is being described: its name and kind, and what is printed on old and new parts. */
export function useNewCar() {
  const dispatch = useAppDispatch();
  const [name, setName] = useState('');
  const [templateId, setTemplateId] = useState(TEMPLATES[0]!.id);
  const [isNameMissing, setNameMissing] = useState(false);
  const labels = {
    oldMotor: useLabel('motor'),
    oldPack: useLabel('pack'),
    gears: useLabel('gears'),
    motor: useLabel('motor'),
    pack: useLabel('pack'),
    esc: useLabel('esc'),
  };
  const isUnfinished = Object.values(labels).some((field) => field.text.trim() !== '' && field.parts.length === 0);

  /** Puts it in the garage and returns its plan's id; undefined while something is missing. */
  const make = (): string | undefined => {
    if (name.trim() === '') setNameMissing(true);
    if (name.trim() === '' || isUnfinished) return undefined;
    const { oldMotor, oldPack, gears, motor, pack, esc } = labels;
    const template = TEMPLATES.find((one) => one.id === templateId)!;
    const car = { name: name.trim(), ...template.car };
    const start = { name: 'First conversion', ...template.plan };
    const plan = withParts(planFileFor(car, start), [...gears.parts, ...motor.parts, ...pack.parts, ...esc.parts]);
    const old = [...gears.parts, ...oldMotor.parts, ...oldPack.parts];
    const plans: NewPlan[] = [
      ...(oldMotor.parts.length + oldPack.parts.length > 0 ? [{ plan: withParts(planFileFor(car, stockStart(start)), old), stock: true }] : []),
      { plan },
    ];
    return dispatch(addCar(car, plans));
  };
  const rename = (next: string) => {
    setName(next);
    setNameMissing(false);
  };
  return { name, rename, isNameMissing, templateId, setTemplateId, labels, isUnfinished, make };
}

export type NewCar = ReturnType<typeof useNewCar>;
