import {
  getField,
  isFollowing,
  isOfCar,
  mayConvert,
  motorFormOf,
  whyNotAlone,
  withMotorForm,
  type LinkName,
  type MotorForm,
  type ResolvedPlan,
} from '@puddler/core';
import { useAppDispatch } from '../../document-store/store';
import { replacePlan } from '../../document-store/edits';
import { AskRatio, useDirectAsked } from '../../active/AskRatio';
import { FieldRow } from '../../active/FieldRow';
import { fieldsOf, type FieldSpec } from '../../active/field-specs';
import { setFigure, setFiguresIn, takeFile } from '../../active/plan-edits';
import type { ActivePlan } from '../../active/use-plan';
import { AsBought } from './AsBought';
import { Select } from '../../ui/Select';

const FORM_WORDS: Record<MotorForm, string> = { brushed: 'Brushed', inrunner: 'Inrunner', outrunner: 'Outrunner' };

/** The rows of a link's drawer: the plan's own figures, what the conversion makes of the car, and what stays the car's. */
export function LinkFields({ link, active, resolved }: { link: LinkName; active: ActivePlan; resolved: ResolvedPlan | undefined }) {
  const dispatch = useAppDispatch();
  const { plan, file, asBought } = active;
  const direct = useDirectAsked(file, (made) => dispatch(takeFile(active, made, 'direct drive')));
  const set = (spec: FieldSpec, value: unknown): string | undefined => {
    const problem = isOfCar(spec.path) ? undefined : whyNotAlone(plan, spec.path, value);
    if (problem === undefined && !direct.asks(spec.path, value)) dispatch(setFigure(active, spec.path, value, spec.label));
    return problem;
  };

  const specs = fieldsOf(link, file);
  const isBought = plan === asBought;
  const own = specs.filter((spec) => !isOfCar(spec.path));
  const converted = isBought ? [] : specs.filter((spec) => mayConvert(spec.path));
  const ofCar = specs.filter((spec) => isOfCar(spec.path) && !converted.includes(spec));
  const row = (spec: FieldSpec) => (
    <FieldRow
      key={spec.path}
      // A weight that is cleared follows its parts again.
      spec={spec.path === 'car.massKg' && converted.includes(spec) ? { ...spec, required: false } : spec}
      value={isFollowing(file, spec.path) ? undefined : getField(file, spec.path)}
      origin={resolved?.provenance[spec.path]}
      onSet={(value) => set(spec, value)}
      onText={(text) => dispatch(setFiguresIn(active, spec.path, text))}
      note={<AsBought active={active} spec={spec} />}
    />
  );

  return (
    <>
      {link === 'motor' && <MotorKind active={active} />}
      {own.map(row)}
      <AskRatio asked={direct} />
      {converted.length > 0 && (
        <>
          <h3 className="eyebrow mt-5 mb-1 text-soft">The car in this plan</h3>
          <p className="mb-1 text-small text-soft">What you change here is the conversion’s; the car as bought stays as it is.</p>
          {converted.map(row)}
        </>
      )}
      {ofCar.length > 0 && (
        <>
          <h3 className="eyebrow mt-5 mb-1 text-soft">{isBought ? 'The car as bought' : 'Of the car, so of all its plans'}</h3>
          {ofCar.map(row)}
        </>
      )}
    </>
  );
}

function MotorKind({ active: { id, plan } }: { active: ActivePlan }) {
  const dispatch = useAppDispatch();
  return (
    <label className="grid grid-cols-[1fr_9.5rem] items-center gap-3 border-b border-rule py-1.5">
      Kind
      <Select
        className="font-medium"
        value={motorFormOf(plan.motor)}
        onChange={(event) => dispatch(replacePlan(id, withMotorForm(plan, event.target.value as MotorForm), 'kind of motor'))}
      >
        {Object.entries(FORM_WORDS).map(([form, words]) => (
          <option key={form} value={form}>
            {words}
          </option>
        ))}
      </Select>
    </label>
  );
}
