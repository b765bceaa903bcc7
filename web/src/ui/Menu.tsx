import { DropdownMenu } from 'radix-ui';
import type { ReactNode } from 'react';

export type MenuItem = { label: string; tone?: 'stop' } & ({ act: () => void } | { href: string });

interface Props {
  label: string;
  icon: ReactNode;
  items: MenuItem[];
}

const ITEM = 'block cursor-pointer rounded-sm px-3 py-1.5 text-[13.5px] outline-none data-[highlighted]:bg-wash max-sm:py-2.5';

/** A button that opens a list of things to do. */
export function Menu({ label, icon, items }: Props) {
  return (
    <DropdownMenu.Root modal={false}>
      <DropdownMenu.Trigger className="hit grid size-8 place-items-center rounded-md hover:bg-wash" aria-label={label}>
        {icon}
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content align="end" className="z-40 min-w-48 rounded-md border border-edge bg-sheet p-1 shadow-lg">
          {items.map((item) =>
            'href' in item ? (
              <DropdownMenu.Item key={item.label} asChild className={ITEM}>
                <a href={item.href} download>
                  {item.label}
                </a>
              </DropdownMenu.Item>
            ) : (
              <DropdownMenu.Item key={item.label} className={`${ITEM} ${item.tone === 'stop' ? 'text-stop' : ''}`} onSelect={item.act}>
                {item.label}
              </DropdownMenu.Item>
            ),
          )}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
