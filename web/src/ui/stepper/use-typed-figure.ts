import type { Range } from '@puddler/contract/shared';
import { useState } from 'react';
import { parseFigure, type UnitSystem } from '@puddler/figures';

/** A figure that is being typed: kept as text until it is settled, with what is wrong with it. */
export function useTypedFigure(value: number, range: Range, system: UnitSystem, onChange: (value: number) => void) {
  const [typed, setTyped] = useState<string>();
  const [problem, setProblem] = useState<string>();
  const clear = () => {
    setTyped(undefined);
    setProblem(undefined);
  };
  const settle = () => {
    if (typed === undefined) return;
    const parsed = parseFigure(typed, range, system);
    if (!parsed.ok) {
      setProblem(parsed.message);
      return;
    }
    clear();
    if (parsed.value !== value) onChange(parsed.value);
  };
  return { typed, problem, setTyped, clear, settle };
}
