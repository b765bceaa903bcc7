import { LONGEST_NAME } from '@puddler/contract/shared';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { useAppDispatch } from '../desk/store';
import { addCar, type NewPlan } from '../desk/edits';
import { LabelField } from '../in-hand/labels/LabelField';
import { useLabel } from '../in-hand/labels/use-label';
import { planFileFor } from '../in-hand/joined-plan';
import { stockStart, withParts } from '../in-hand/stock';
import { Button } from '../ui/Button';
import { Modal } from '../ui/Modal';
import { TEMPLATES } from '../in-hand/templates';

/** Name and kind make a car; what is printed on old and new parts makes the car as bought and the first plan. */
export default function NewCarDialog({ onClose }: { onClose: () => void }) {
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const [name, setName] = useState('');
  const [templateId, setTemplateId] = useState(TEMPLATES[0]!.id);
  const [missing, setMissing] = useState(false);
  const oldMotor = useLabel('motor');
  const oldPack = useLabel('pack');
  const gears = useLabel('gears');
  const motor = useLabel('motor');
  const pack = useLabel('pack');
  const esc = useLabel('esc');
  const all = [oldMotor, oldPack, gears, motor, pack, esc];
  const unfinished = all.filter((field) => field.text.trim() !== '' && field.parts.length === 0);

  const make = () => {
    if (name.trim() === '') {
      setMissing(true);
      return;
    }
    if (unfinished.length > 0) return;
    const template = TEMPLATES.find((one) => one.id === templateId)!;
    const car = { name: name.trim(), ...template.car };
    const start = { name: 'First conversion', ...template.plan };
    const plan = withParts(planFileFor(car, start), [...gears.parts, ...motor.parts, ...pack.parts, ...esc.parts]);
    const old = [...gears.parts, ...oldMotor.parts, ...oldPack.parts];
    const plans: NewPlan[] = [
      ...(oldMotor.parts.length + oldPack.parts.length > 0 ? [{ plan: withParts(planFileFor(car, stockStart(start)), old), stock: true }] : []),
      { plan },
    ];
    const planId = dispatch(addCar(car, plans));
    onClose();
    void navigate(`/plans/${planId}`);
  };

  return (
    <Modal
      open
      onClose={onClose}
      wide
      title="New car"
      description="Pick the nearest kind and type what is printed on the parts, as far as you have them. Weigh, measure and count later."
    >
      <form
        className="mt-4"
        onSubmit={(event) => {
          event.preventDefault();
          make();
        }}
      >
        <div className="grid gap-x-6 gap-y-4 sm:grid-cols-2">
          <div>
            <label className="block">
              <span className="font-medium">Name</span>
              <input
                className={`mt-1 block h-9 w-full rounded-sm border bg-paper px-2 max-sm:h-11 ${missing ? 'border-stop' : 'border-edge'}`}
                value={name}
                maxLength={LONGEST_NAME}
                autoFocus
                aria-invalid={missing}
                aria-describedby={missing ? 'new-car-name-missing' : undefined}
                onChange={(event) => {
                  setName(event.target.value);
                  setMissing(false);
                }}
              />
            </label>
            {missing && (
              <p id="new-car-name-missing" role="alert" className="mt-1 text-[12.5px] text-stop">
                Give the car a name, 1 to 120 characters.
              </p>
            )}
            <fieldset className="mt-4">
              <legend className="font-medium">Kind</legend>
              <div className="mt-1 border border-rule">
                {TEMPLATES.map((template) => (
                  <label
                    key={template.id}
                    className="flex cursor-pointer items-start gap-3 border-b border-rule px-3 py-1.5 last:border-0 has-checked:bg-wash"
                  >
                    <input
                      type="radio"
                      name="kind"
                      className="mt-1 accent-(--steel)"
                      checked={templateId === template.id}
                      onChange={() => setTemplateId(template.id)}
                    />
                    <span>
                      <span className="block font-medium">{template.title}</span>
                      <span className="block text-[12.5px] text-soft">{template.hint}</span>
                    </span>
                  </label>
                ))}
              </div>
            </fieldset>
          </div>
          <div className="flex flex-col gap-3">
            <fieldset className="flex flex-col gap-2">
              <legend className="eyebrow mb-1 text-soft">On it today, if you know</legend>
              <LabelField label="Old motor" placeholder="27T 540" field={oldMotor} />
              <LabelField label="Old pack" placeholder="7.2V 3000mAh NiMH" field={oldPack} />
              <LabelField label="Pinion and spur" placeholder="23/68" field={gears} />
            </fieldset>
            <fieldset className="flex flex-col gap-2">
              <legend className="eyebrow mt-2 mb-1 text-soft">What you think of fitting</legend>
              <LabelField label="New motor" placeholder="3652 4000KV sensorless" field={motor} />
              <LabelField label="New pack" placeholder="2S 5000 mAh 50C" field={pack} />
              <LabelField label="New ESC" placeholder="60A 2-3S BEC 6V/3A" field={esc} />
            </fieldset>
          </div>
        </div>
        <div className="mt-5 flex items-center justify-end gap-2">
          {unfinished.length > 0 && <p className="mr-auto text-[12.5px] text-caution">A label still lacks something; finish it or clear it.</p>}
          <Button onClick={onClose}>Cancel</Button>
          <Button tone="action" type="submit" disabled={unfinished.length > 0}>
            Put it in the garage
          </Button>
        </div>
      </form>
    </Modal>
  );
}
