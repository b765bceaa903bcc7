import { useNavigate } from 'react-router';
import { addPlan } from '../../document-store/edits';
import { noticed } from '../../document-store/notices-slice';
import { carOf } from '../../document-store/selectors';
import { useAppDispatch, useAppStore } from '../../document-store/store';
import { undoable } from '../../document-store/undoable';
import { splitPlan } from '../../active/joined-plan';
import type { ComparedSetup } from './use-setups';

/** Goes to the plan that was pinned; a pin that differs from its plan, or has none, becomes a plan of its car first. */
export function useOpenSetup(): (setup: ComparedSetup) => void {
  const dispatch = useAppDispatch();
  const store = useAppStore();
  const navigate = useNavigate();
  return ({ pin }) => {
    if (pin.planId && !pin.before) {
      void navigate(`/plans/${pin.planId}`);
      return;
    }
    const car = carOf(store.getState(), pin.carId);
    if (!car) {
      dispatch(noticed({ text: 'Its car has been deleted. Undo that, or take the pin out.', tone: 'stop' }));
      return;
    }
    const id = dispatch(addPlan(pin.carId, { ...splitPlan(pin.file, car), name: pin.name.slice(0, 120) }));
    dispatch(undoable(`${pin.name} is a plan of ${car.name} now.`));
    void navigate(`/plans/${id}`);
  };
}
