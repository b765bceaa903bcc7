import type { PlanBody } from '@puddler/contract/shared';
import type { Part, UsualPart } from '@puddler/core';
import { useAppDispatch } from '../../document-store/store';
import { editBench, replaceCarAndPlan, replacePlan } from '../../document-store/edits';
import { stockStart, withLabels } from '../../active/stock';
import { LabelField } from '../../active/labels/LabelField';
import { useLabel, type LabelInHand } from '../../active/labels/use-label';
import { planFileFor } from '../../active/joined-plan';
import { Button } from '../../ui/Button';
import { summary } from '../../active/part-text';
import { useAppSelector } from '../../document-store/store';
import type { ActiveCar } from '../../active/use-car';
import { newId } from '@puddler/contract/shared';
import { Select } from '../../ui/Select';

const STOCK_LABELS: readonly { kind: UsualPart; label: string; placeholder: string }[] = [
  { kind: 'motor', label: 'Motor', placeholder: '27T 540' },
  { kind: 'pack', label: 'Pack', placeholder: '7.2V 3000mAh NiMH' },
  { kind: 'esc', label: 'ESC', placeholder: '60A 2S BEC 5V/1.5A' },
];

/** Motor, ESC and pack as bought, by what is printed on them. */
export function StockStep({ active }: { active: ActiveCar }) {
  const dispatch = useAppDispatch();
  const { id, car, bench, plans, stock } = active;
  const take = (field: LabelInHand) => {
    if (field.parts.length === 0) return;
    if (stock) dispatch(replacePlan(stock.id, withLabels(stock.file, [field]), `stock ${field.parts[0]!.kind}`));
    else {
      const planId = newId();
      const body = withLabels(planFileFor(car, stockStart(car, plans[0]?.plan), undefined), [field]);
      dispatch(replaceCarAndPlan(id, car, { ...bench, stockPlanId: planId }, planId, body, 'car as bought'));
    }
    field.setText('');
  };
  return (
    <>
      {!stock && plans.length > 0 && (
        <p className="mb-2 flex flex-wrap items-center gap-2">
          Type a label, or say which plan is the car as bought:
          <Select
            aria-label="Plan that is the car as bought"

            value=""
            onChange={(event) => dispatch(editBench(id, 'stockPlanId', event.target.value, 'the car as bought'))}
          >
            <option value="" disabled>
              choose …
            </option>
            {plans.map((plan) => (
              <option key={plan.id} value={plan.id}>
                {plan.plan.name}
              </option>
            ))}
          </Select>
        </p>
      )}
      <div className="grid gap-x-8 gap-y-3 md:grid-cols-2">
        {STOCK_LABELS.map(({ kind, ...label }) => (
          <StockLabel
            key={kind}
            kind={kind}
            {...label}
            now={stock && part(kind, stock.plan)}
            isUsual={stock?.plan.usualParts?.includes(kind) ?? false}
            onTake={take}
          />
        ))}
        <StockLabel
          kind="gears"
          label="Pinion and spur"
          placeholder="21/58 M0.8"
          now={stock?.plan.gearing.pinion === undefined ? undefined : `${stock.plan.gearing.pinion} / ${stock.plan.gearing.spur}`}
          isUsual={stock?.plan.gearing.typical !== undefined}
          onTake={take}
        />
      </div>
    </>
  );
}

function part(kind: UsualPart, plan: PlanBody): Part {
  const { name, ...spec } = kind === 'motor' ? plan.motor : kind === 'esc' ? plan.esc : plan.packs[0]!;
  return { kind, name, status: 'owned', spec } as Part;
}

function StockLabel({
  kind,
  label,
  placeholder,
  now,
  isUsual,
  onTake,
}: {
  kind: UsualPart | 'gears';
  label: string;
  placeholder: string;
  now: Part | string | undefined;
  /** Whether nobody has said that it was this. */
  isUsual: boolean;
  onTake: (field: LabelInHand) => void;
}) {
  const field = useLabel(kind);
  const system = useAppSelector((state) => state.prefs.units);
  const said = typeof now === 'string' ? now : now && `${now.name}: ${summary(now, system)}`;
  const hint = said === undefined ? 'as printed' : isUsual ? `usual, not known: ${said}` : said;
  return (
    <LabelField
      label={label}
      hint={hint}
      placeholder={placeholder}
      field={field}
      onEnter={() => onTake(field)}
      action={
        <Button className="h-9" disabled={field.parts.length === 0} onClick={() => onTake(field)}>
          Use
        </Button>
      }
    />
  );
}
