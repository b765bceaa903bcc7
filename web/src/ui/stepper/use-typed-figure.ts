import type { Range } from '@puddler/contract/shared';
import { useState } from 'react';
import { parseFigure, type UnitSystem } from '@puddler/figures';

interface Asked {
  value: number;
  range: Range;
  system: UnitSystem;
  onChange: (value: number) => void;
  onText: ((text: string) => boolean) | undefined;
  isTypical: boolean;
}

/** A figure that is being typed: kept as text until it is settled, with what is wrong with it. */
export function useTypedFigure({ value, range, system, onChange, onText, isTypical }: Asked) {
  const [typed, setTyped] = useState<string>();
  const [problem, setProblem] = useState<string>();
  const clear = () => {
    setTyped(undefined);
    setProblem(undefined);
  };
  /** Takes what was typed; Enter on a figure that stands says that it is so. */
  const settle = (entered = false) => {
    if (typed === undefined) {
      if (entered && isTypical) onChange(value);
      return;
    }
    const parsed = parseFigure(typed, range, system);
    if (!parsed.ok) {
      if (onText?.(typed.trim())) clear();
      else setProblem(parsed.message);
      return;
    }
    clear();
    // What was only usual is known once it is typed, though it is the same.
    if (parsed.value !== value || isTypical) onChange(parsed.value);
  };
  return { typed, problem, setTyped, clear, settle };
}
