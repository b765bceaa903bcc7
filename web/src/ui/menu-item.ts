import type { ReactNode } from 'react';

/** `takesFocus`: what it does moves the focus itself, so the menu must not take it back to its button. */
export type MenuItem = { label: string; tone?: 'stop'; takesFocus?: boolean } & ({ act: () => void } | { href: string });

export interface MenuProps {
  label: string;
  icon: ReactNode;
  items: MenuItem[];
}

export const TRIGGER = 'grid size-8 place-items-center rounded-md hover:bg-wash max-sm:size-thumb';
