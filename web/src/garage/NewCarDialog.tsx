import { useNavigate } from 'react-router';
import { LabelField } from '../in-hand/labels/LabelField';
import { Button } from '../ui/Button';
import { Modal } from '../ui/Modal';
import { NameAndKind } from './NameAndKind';
import { useNewCar, type NewCar } from './use-new-car';

/** Name and kind make a car; what is printed on old and new parts makes the car as bought and the first plan. */
export default function NewCarDialog({ onClose }: { onClose: () => void }) {
  const navigate = useNavigate();
  const newCar = useNewCar();
  const make = () => {
    const planId = newCar.make();
    if (planId === undefined) return;
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
          <NameAndKind newCar={newCar} />
          <PartLabels labels={newCar.labels} />
        </div>
        <div className="sticky -bottom-5 -mb-1 flex items-center justify-end gap-2 bg-sheet pt-4 pb-2">
          <p className="mr-auto max-w-[520px] text-[12.5px] text-soft">
            {newCar.unfinished.length > 0
              ? 'A line that still lacks something is left out; it can be typed again in the plan.'
              : 'Weight, sizes and ratio start as typical of the kind. Measure first: the ratio behind the spur, the tyre, the weight.'}
          </p>
          <Button onClick={onClose}>Cancel</Button>
          <Button tone="action" type="submit">
            Put it in the garage
          </Button>
        </div>
      </form>
    </Modal>
  );
}

/** What is printed on the parts, old and new. */
function PartLabels({ labels: { oldMotor, oldPack, gears, motor, pack, esc } }: Pick<NewCar, 'labels'>) {
  return (
    <div className="flex flex-col gap-3">
      <fieldset className="flex flex-col gap-2">
        <legend className="eyebrow mb-1 text-soft">On it today, if you know</legend>
        <LabelField label="Old motor" placeholder="27T 540" field={oldMotor} />
        <LabelField label="Old pack" placeholder="7.2V 3000mAh NiMH" field={oldPack} />
        <LabelField label="Pinion and spur" placeholder="23/68" field={gears} />
      </fieldset>
      <fieldset className="flex flex-col gap-2">
        <legend className="eyebrow mt-2 mb-1 text-soft">What you think of fitting</legend>
        <LabelField label="New motor" hint="kv: turns a minute for each volt" placeholder="3652 4000KV sensorless" field={motor} />
        <LabelField label="New pack" placeholder="2S 5000 mAh 50C" field={pack} />
        <LabelField label="New ESC" placeholder="60A 2-3S BEC 6V/3A" field={esc} />
      </fieldset>
    </div>
  );
}
