import { useState } from 'react';
import { latePart } from './late-part';
import { TRIGGER, type MenuProps } from './menu-item';

const load = () => import('./MenuOpen');
const MenuOpen = latePart('The menu', load, (props) => <Trigger {...props} />);

/** A button that opens a list of things to do. The list's machinery comes when a hand comes near: the first view does without. */
export function Menu(props: MenuProps) {
  const [wanted, setWanted] = useState(false);
  return wanted ? <MenuOpen {...props} /> : <Trigger {...props} onWant={() => setWanted(true)} />;
}

function Trigger({ label, icon, onWant }: MenuProps & { onWant?: () => void }) {
  const prepare = () => void load().catch(() => undefined);
  return (
    <button type="button" className={TRIGGER} aria-label={label} aria-haspopup="menu" onPointerEnter={prepare} onFocus={prepare} onClick={onWant}>
      {icon}
    </button>
  );
}
