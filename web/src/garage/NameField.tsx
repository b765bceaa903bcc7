import { LONGEST_NAME } from '@puddler/contract/shared';
import { useEffect, useRef } from 'react';

interface Props {
  value: string;
  label: string;
  editing: boolean;
  /** The new name, or undefined when it stays as it was. */
  onDone: (name: string | undefined) => void;
}

/** A name that turns into a field while it is being changed. */
export function NameField({ value, label, editing, onDone }: Props) {
  const input = useRef<HTMLInputElement>(null);
  useEffect(() => {
    if (!editing) return;
    // The menu that asked for this is still closing.
    const timer = setTimeout(() => {
      input.current?.focus();
      input.current?.select();
    });
    return () => clearTimeout(timer);
  }, [editing]);
  if (!editing) return <>{value}</>;
  const finish = (text: string) => {
    const name = text.trim();
    onDone(name !== '' && name !== value ? name : undefined);
  };
  return (
    <input
      ref={input}
      className="w-full max-w-72 rounded-sm border border-steel bg-sheet px-1.5 font-semibold"
      aria-label={label}
      defaultValue={value}
      maxLength={LONGEST_NAME}
      onBlur={(event) => finish(event.target.value)}
      onKeyDown={(event) => {
        if (event.key === 'Enter') finish(event.currentTarget.value);
        if (event.key === 'Escape') onDone(undefined);
      }}
    />
  );
}
