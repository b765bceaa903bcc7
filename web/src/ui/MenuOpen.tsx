import { DropdownMenu } from 'radix-ui';
import { useRef } from 'react';
import { TRIGGER, type MenuProps } from './menu-item';

const ITEM = 'block cursor-pointer rounded-sm px-3 py-1.5 text-body outline-none data-[highlighted]:bg-wash max-sm:py-2.5';

/** The list itself, open as soon as it is there. */
export default function MenuOpen({ label, icon, items }: MenuProps) {
  const focusTaken = useRef(false);
  return (
    <DropdownMenu.Root modal={false} defaultOpen>
      <DropdownMenu.Trigger className={TRIGGER} aria-label={label}>
        {icon}
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="end"
          onCloseAutoFocus={(event) => {
            if (focusTaken.current) event.preventDefault();
            focusTaken.current = false;
          }}
          className="z-60 min-w-48 rounded-md border border-edge bg-sheet p-1 shadow-lg"
        >
          {items.map((item) =>
            'href' in item ? (
              <DropdownMenu.Item key={item.label} asChild className={ITEM}>
                <a href={item.href} download>
                  {item.label}
                </a>
              </DropdownMenu.Item>
            ) : (
              <DropdownMenu.Item
                key={item.label}
                className={`${ITEM} ${item.tone === 'stop' ? 'text-stop' : ''}`}
                onSelect={() => {
                  focusTaken.current = item.takesFocus ?? false;
                  item.act();
                }}
              >
                {item.label}
              </DropdownMenu.Item>
            ),
          )}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
