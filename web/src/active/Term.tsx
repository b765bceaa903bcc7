import { Popover } from 'radix-ui';
import type { ReactNode } from 'react';
import { termIn, TERMS, type TermName } from './terms';
import { Said } from './Said';

/** A word of the field; a click, a tap or Enter on it says what it means. */
export function Term({ name, children }: { name: TermName; children: ReactNode }) {
  return (
    <Popover.Root>
      <Popover.Trigger className="hit cursor-help rounded-sm text-left underline decoration-soft decoration-dotted underline-offset-3">
        {children}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          side="top"
          sideOffset={4}
          collisionPadding={8}
          className="z-50 max-w-70 rounded-md border border-edge bg-sheet px-3 py-2 text-small leading-snug text-ink shadow-lg"
        >
          <Said>{TERMS[name].definition}</Said>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

/** A label with the first word of the trade in it explained where it stands. */
export function Glossed({ children: text }: { children: string }) {
  const found = termIn(text);
  if (!found) return text;
  return (
    <>
      {found.before}
      <Term name={found.name}>{found.word}</Term>
      {found.after}
    </>
  );
}
