import { lazy, Suspense, useState } from 'react';
import { TRIGGER, type MenuProps } from './menu-item';

const load = () => import('./MenuOpen');
const MenuOpen = lazy(load);

/** A button that opens a list of things to do. The list's machinery comes when a hand comes near: the first view does without. */
export function Menu(props: MenuProps) {
  const [wanted, setWanted] = useState(false);
  const button = (
    <button
      type="button"
      className={TRIGGER}
      aria-label={props.label}
      aria-haspopup="menu"
      onPointerEnter={() => void load()}
      onFocus={() => void load()}
      onClick={() => setWanted(true)}
    >
      {props.icon}
    </button>
  );
  return wanted ? (
    <Suspense fallback={button}>
      <MenuOpen {...props} />
    </Suspense>
  ) : (
    button
  );
}
