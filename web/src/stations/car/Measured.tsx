import { useId } from 'react';
import { Button } from '../../ui/Button';

interface Props {
  label: string;
  placeholder: string;
  symbol: string;
  typed: string;
  onType: (text: string) => void;
  problem: string | undefined;
  /** What the figure typed would give, in words. */
  result: string | undefined;
  onUse: () => void;
}

/** A figure that is measured another way: typed, worked out, and taken on a word. */
export function Measured({ label, placeholder, symbol, typed, onType, problem, result, onUse }: Props) {
  const id = useId();
  return (
    <form
      className="mt-2 flex flex-wrap items-center gap-x-3 gap-y-1"
      onSubmit={(event) => {
        event.preventDefault();
        if (result !== undefined) onUse();
      }}
    >
      <label htmlFor={id}>{label}</label>
      <span className="relative flex w-36 items-center">
        <input
          id={id}
          className={`h-8 w-full rounded-sm border bg-paper px-2 pr-12 text-right font-medium placeholder:font-normal placeholder:text-soft max-sm:h-thumb ${problem ? 'border-stop' : 'border-rule'}`}
          inputMode="decimal"
          autoComplete="off"
          placeholder={placeholder}
          value={typed}
          aria-invalid={problem !== undefined}
          aria-describedby={`${id}-result`}
          onChange={(event) => onType(event.target.value)}
        />
        <span className="pointer-events-none absolute right-2 text-[12px] text-soft">{symbol}</span>
      </span>
      <span id={`${id}-result`} aria-live="polite" className={problem ? 'text-stop' : 'text-soft'}>
        {problem ?? result}
      </span>
      <Button type="submit" disabled={result === undefined}>
        Use it
      </Button>
    </form>
  );
}
