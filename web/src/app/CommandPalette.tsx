import { Command } from 'cmdk';
import { useNavigate } from 'react-router';
import { redone, undone } from '../data/desk-slice';
import { selectGarage } from '../data/selectors';
import { themeSwapped, unitsSwapped } from './prefs-slice';
import { useAppDispatch, useAppSelector } from './store';

const ITEM = 'flex cursor-pointer items-center justify-between gap-3 rounded-sm px-3 py-2 data-[selected=true]:bg-wash';

/** Finds cars, plans and commands by typing. */
export default function CommandPalette({ onClose }: { onClose: () => void }) {
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const garage = useAppSelector(selectGarage);
  const run = (act: () => void) => () => {
    onClose();
    act();
  };
  const commands: [string, string, () => void][] = [
    ['Undo', 'Ctrl+Z', () => dispatch(undone({ at: Date.now() }))],
    ['Redo', 'Ctrl+Shift+Z', () => dispatch(redone({ at: Date.now() }))],
    ['Swap units', 'u', () => dispatch(unitsSwapped())],
    ['Swap light and dark', '', () => dispatch(themeSwapped())],
  ];
  return (
    <Command.Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      label="Find a car, a plan or a command"
      overlayClassName="fixed inset-0 z-40 bg-black/40"
      contentClassName="fixed top-[14vh] left-1/2 z-50 w-[560px] max-w-[calc(100vw-24px)] -translate-x-1/2 overflow-hidden rounded-md border border-edge bg-sheet shadow-xl"
    >
      <Command.Input
        placeholder="Find a car, a plan or a command"
        className="w-full border-b border-rule bg-transparent px-4 py-3 text-[15px] outline-none placeholder:text-soft"
      />
      <Command.List className="max-h-[50vh] overflow-y-auto p-1.5">
        <Command.Empty className="px-3 py-6 text-center text-soft">Nothing by that name.</Command.Empty>
        {garage.map(({ id, car, plans }) => (
          <Command.Group key={id} heading={<span className="eyebrow px-3 text-soft">{car.name}</span>}>
            {plans.map((plan) => (
              <Command.Item
                key={plan.id}
                value={`${car.name} ${plan.plan.name} ${plan.id}`}
                className={ITEM}
                onSelect={run(() => void navigate(`/plans/${plan.id}`))}
              >
                {plan.plan.name}
                <span className="text-[12px] text-soft">plan</span>
              </Command.Item>
            ))}
          </Command.Group>
        ))}
        <Command.Group heading={<span className="eyebrow px-3 text-soft">Commands</span>}>
          <Command.Item value="Garage" className={ITEM} onSelect={run(() => void navigate('/'))}>
            Go to the Garage
          </Command.Item>
          {commands.map(([name, key, act]) => (
            <Command.Item key={name} value={name} className={ITEM} onSelect={run(act)}>
              {name}
              <span className="text-[12px] text-soft">{key}</span>
            </Command.Item>
          ))}
        </Command.Group>
      </Command.List>
    </Command.Dialog>
  );
}
