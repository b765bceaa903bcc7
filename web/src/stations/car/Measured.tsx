import { useId } from 'react';
import { Button } from '../../ui/Button';
import { Input } from '../../ui/Input';

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
      <span className="w-36">
        <Input
          id={id}
          figure
          invalid={problem !== undefined}
          unit={symbol}
          inputMode="decimal"
          placeholder={placeholder}
          value={typed}
          aria-describedby={`${id}-result`}
          onChange={(event) => onType(event.target.value)}
        />
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
