import { useNavigate } from 'react-router';
import { LabelField } from '../active/labels/LabelField';
import { Button } from '../ui/Button';
import { Modal } from '../ui/Modal';
import { NameAndKind } from './NameAndKind';
import { useNewCar, type NewCar, type Side } from './use-new-car';

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
      description="Pick the nearest kind and type what is printed on the parts, as far as you have them: a whole line of a shop goes into any field. Weigh, measure and count later."
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
          <PartLabels newCar={newCar} />
        </div>
        <div className="sticky -bottom-5 -mb-1 flex items-center justify-end gap-2 bg-sheet pt-4 pb-2">
          <p className="mr-auto max-w-148 text-small text-soft">
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
function PartLabels({ newCar: { labels, spread } }: { newCar: NewCar }) {
  const line = (side: Side) => (text: string) => spread(side, text);
  return (
    <div className="flex flex-col gap-2">
      <fieldset className="grid gap-x-4 gap-y-1.5 sm:grid-cols-2">
        <legend className="eyebrow mb-0.5 text-soft">On it today, if you know</legend>
        <LabelField label="Old motor" placeholder="27T 540" field={labels.oldMotor} onLine={line('today')} />
        <LabelField label="Old ESC" placeholder="60A brushed" field={labels.oldEsc} onLine={line('today')} />
        <LabelField label="Old pack" placeholder="7.2V 3000mAh NiMH" field={labels.oldPack} onLine={line('today')} />
        <LabelField label="Pinion and spur" placeholder="23/68" field={labels.gears} onLine={line('today')} />
      </fieldset>
      <fieldset className="grid gap-x-4 gap-y-1.5 sm:grid-cols-2">
        <legend className="eyebrow mt-1 mb-0.5 text-soft">What you think of fitting</legend>
        <LabelField label="New motor" placeholder="3652 4000KV sensorless" field={labels.motor} onLine={line('new')} />
        <LabelField label="New ESC" placeholder="60A 2-3S BEC 6V/3A" field={labels.esc} onLine={line('new')} />
        <LabelField label="New pack" placeholder="2S 5000 mAh 50C" field={labels.pack} onLine={line('new')} />
        <LabelField label="New pinion" placeholder="19T, if it changes" field={labels.newGears} onLine={line('new')} />
      </fieldset>
    </div>
  );
}
