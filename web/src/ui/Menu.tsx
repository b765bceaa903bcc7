import { lazy, Suspense, useState, type ReactNode } from 'react';

const load = () => import('./MenuOpen');
const MenuOpen = lazy(load);

/** `takesFocus`: what it does moves the focus itself, so the menu must not take it back to its button. */
export type MenuItem = { label: string; tone?: 'stop'; takesFocus?: boolean } & ({ act: () => void } | { href: string });

export interface MenuProps {
  label: string;
  icon: ReactNode;
  items: MenuItem[];
}

export const TRIGGER = 'hit grid size-8 place-items-center rounded-md hover:bg-wash';

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
