import { useNavigate } from 'react-router';
import { LabelField } from '../active/labels/LabelField';
import { Button } from '../ui/Button';
import { Modal } from '../ui/Modal';
import { NameAndKind } from './NameAndKind';
import { LINES, useNewCar, type Line, type NewCar, type Side } from './use-new-car';

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
        <div className="sticky -bottom-5 -mx-1 -mb-1 flex items-center justify-end gap-2 bg-sheet px-1 pt-4 pb-2 max-sm:flex-wrap max-sm:pt-2">
          <p className="mr-auto max-w-148 text-small text-soft max-sm:w-full">
            {newCar.unfinished.length > 0
              ? `Left out until it is whole: ${newCar.unfinished.map((line) => LINES[line].label).join(', ')}. What is wrong or missing is said below the line.`
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

const OLD: Line[] = ['oldMotor', 'oldEsc', 'oldPack', 'gears'];
const NEW: Line[] = ['motor', 'esc', 'pack', 'newGears'];

/** What is printed on the parts, old and new. */
function PartLabels({ newCar: { labels, spread } }: { newCar: NewCar }) {
  const fieldsOf = (lines: Line[], side: Side) =>
    lines.map((line) => <LabelField key={line} {...LINES[line]} field={labels[line]} onLine={(text) => spread(side, text)} />);
  return (
    <div className="flex flex-col gap-2">
      <fieldset className="grid gap-x-4 gap-y-1.5 sm:grid-cols-2">
        <legend className="eyebrow mb-0.5 text-soft">On it today, if you know</legend>
        {fieldsOf(OLD, 'today')}
      </fieldset>
      <fieldset className="grid gap-x-4 gap-y-1.5 sm:grid-cols-2">
        <legend className="eyebrow mt-1 mb-0.5 text-soft">What you think of fitting</legend>
        {fieldsOf(NEW, 'new')}
      </fieldset>
    </div>
  );
}
