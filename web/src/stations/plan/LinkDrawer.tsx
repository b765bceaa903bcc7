import { MOST_PACKS } from '@puddler/contract/shared';
import type { LinkName, PlanFile, ResolvedPlan } from '@puddler/core';
import { editCar, replacePlan } from '../../desk/edits';
import {
  LINK_NAMES,
  getField,
  isOfCar,
  motorAs,
  motorFormOf,
  pathInCar,
  whyNeeded,
  withField,
  withPackAdded,
  withPackRemoved,
  type MotorForm,
} from '@puddler/core';
import { useAppDispatch } from '../../desk/store';
import { Button } from '../../ui/Button';
import { Sheet } from '../../ui/Sheet';
import { FieldRow } from '../../in-hand/FieldRow';
import { FromShelf } from './FromShelf';
import { fieldsOf, LINK_TITLES, type FieldSpec } from '../../in-hand/field-specs';
import type { PlanInHand } from '../../in-hand/use-plan';

interface Props {
  link: LinkName;
  inHand: PlanInHand;
  resolved: ResolvedPlan | undefined;
  onClose: () => void;
  /** The drawer covers the links at the right: its own row of them leads on. */
  onOpen: (link: LinkName) => void;
}

const FORM_WORDS: Record<MotorForm, string> = { brushed: 'Brushed', inrunner: 'Inrunner', outrunner: 'Outrunner' };

/** All figures of one link, where each came from, and room to change them. */
export default function LinkDrawer({ link, inHand, resolved, onClose, onOpen }: Props) {
  return (
    <Sheet open onClose={onClose} title={LINK_TITLES[link]} hint="Figures typed with a unit are understood. Clear one to go back to the estimate.">
      <nav aria-label="Links of the chain" className="-mx-1 mb-2 flex justify-between border-b border-rule">
        {LINK_NAMES.map((other) => (
          <button
            key={other}
            type="button"
            className={`px-1.5 py-1.5 text-[13px] max-sm:py-2.5 ${other === link ? 'border-b-2 border-ember font-semibold' : 'text-soft hover:text-ink'}`}
            aria-current={other === link}
            onClick={() => onOpen(other)}
          >
            {LINK_TITLES[other]}
          </button>
        ))}
      </nav>
      <Fields key={link} link={link} inHand={inHand} resolved={resolved} />
      <FromShelf key={`shelf:${link}`} link={link} inHand={inHand} />
    </Sheet>
  );
}

function Fields({ link, inHand, resolved }: { link: LinkName; inHand: PlanInHand; resolved: ResolvedPlan | undefined }) {
  const dispatch = useAppDispatch();
  const { id, carId, plan, file } = inHand;

  const set = (spec: FieldSpec, value: unknown): string | undefined => {
    if (isOfCar(spec.path)) {
      dispatch(editCar(carId, pathInCar(spec.path), value, spec.label));
      return undefined;
    }
    const needed = value === undefined ? whyNeeded(plan, spec.path) : undefined;
    if (needed === undefined) dispatch(replacePlan(id, withField(plan, spec.path, value), spec.label));
    return needed;
  };

  const specs = fieldsOf(link, file);
  const own = specs.filter((spec) => !isOfCar(spec.path));
  const ofCar = specs.filter((spec) => isOfCar(spec.path));
  const row = (spec: FieldSpec) => (
    <FieldRow
      key={spec.path}
      spec={spec}
      value={getField(file, spec.path)}
      origin={resolved?.provenance[spec.path]}
      onSet={(value) => set(spec, value)}
    />
  );

  return (
    <>
      {link === 'motor' && (
        <label className="grid grid-cols-[1fr_9.5rem] items-center gap-3 border-b border-rule py-1.5">
          Kind
          <select
            className="h-8 rounded-sm border border-rule bg-paper px-2 font-medium max-sm:h-10"
            value={motorFormOf(plan.motor)}
            onChange={(event) => dispatch(replacePlan(id, { ...plan, motor: motorAs(plan.motor, event.target.value as MotorForm) }, 'kind of motor'))}
          >
            {Object.entries(FORM_WORDS).map(([form, words]) => (
              <option key={form} value={form}>
                {words}
              </option>
            ))}
          </select>
        </label>
      )}
      {own.map(row)}
      {link === 'pack' && <PackActions inHand={inHand} />}
      {link === 'road' && <TowActions inHand={inHand} file={file} />}
      {ofCar.length > 0 && (
        <>
          <h3 className="eyebrow mt-5 mb-1 text-soft">Of the car, so of all its plans</h3>
          {ofCar.map(row)}
        </>
      )}
      {link === 'pack' && (
        <p className="mt-4 text-[12px] text-soft">
          Lithium packs: a charger for that chemistry, never below the cut-off, never unattended, in a fire-safe place.
        </p>
      )}
    </>
  );
}

function PackActions({ inHand: { id, plan } }: { inHand: PlanInHand }) {
  const dispatch = useAppDispatch();
  const many = plan.packs.length > 1;
  return (
    <div className="mt-3 flex flex-wrap items-center gap-2">
      {many && (
        <label className="flex items-center gap-2">
          Wired
          <select
            className="h-8 rounded-sm border border-rule bg-paper px-2 max-sm:h-10"
            value={plan.packWiring ?? 'series'}
            onChange={(event) => dispatch(replacePlan(id, { ...plan, packWiring: event.target.value as 'series' | 'parallel' }, 'pack wiring'))}
          >
            <option value="series">in series</option>
            <option value="parallel">in parallel</option>
          </select>
        </label>
      )}
      {plan.packs.length < MOST_PACKS && (
        <Button onClick={() => dispatch(replacePlan(id, withPackAdded(plan), 'add a pack'))}>Add a pack like it</Button>
      )}
      {many && (
        <Button onClick={() => dispatch(replacePlan(id, withPackRemoved(plan, plan.packs.length - 1), 'remove a pack'))}>Remove the last</Button>
      )}
    </div>
  );
}

function TowActions({ inHand: { id, plan }, file }: { inHand: PlanInHand; file: PlanFile }) {
  const dispatch = useAppDispatch();
  return (
    <div className="mt-3">
      {file.tow ? (
        <Button
          onClick={() => {
            const { tow: _tow, ...rest } = plan;
            dispatch(replacePlan(id, rest, 'unhitch the trailer'));
          }}
        >
          Unhitch the trailer
        </Button>
      ) : (
        <Button onClick={() => dispatch(replacePlan(id, { ...plan, tow: { massKg: 2 } }, 'hitch a trailer'))}>Hitch a trailer</Button>
      )}
    </div>
  );
}
