import { RANGES } from '@puddler/contract/shared';
import { madeDirect, type FigurePath, type PlanFile } from '@puddler/core';
import { useId, useState } from 'react';
import { parseFigure } from '@puddler/figures';
import { Button } from '../ui/Button';
import { Input } from '../ui/Input';

export interface DirectAsked {
  /** Whether an edit takes the gears away, so that the ratio that is left has to be asked first. */
  asks: (path: FigurePath, value: unknown) => boolean;
  pending: boolean;
  make: (ratioLeft: number) => void;
  leave: () => void;
}

/** Asks for the ratio that is left before pinion and spur go; `onMade` is handed the plan file without them. */
export function useDirectAsked(file: PlanFile, onMade: (made: PlanFile) => void): DirectAsked {
  const [wanted, setWanted] = useState<{ onAxle: boolean }>();
  return {
    asks: (path, value) => {
      const onAxle = path === 'car.drive' && value === 'direct';
      const goes = (path === 'gearing.pinion' || path === 'gearing.spur') && value === undefined && file.gearing.pinion !== undefined;
      if (onAxle || goes) setWanted({ onAxle });
      return onAxle || goes;
    },
    pending: wanted !== undefined,
    make: (ratioLeft) => {
      setWanted(undefined);
      if (wanted) onMade(madeDirect(file, ratioLeft, wanted.onAxle));
    },
    leave: () => setWanted(undefined),
  };
}

/** The question itself; nothing while no edit asks it. */
export function AskRatio({ asked }: { asked: DirectAsked }) {
  const id = useId();
  const [text, setText] = useState('');
  const [problem, setProblem] = useState<string>();
  if (!asked.pending) return null;
  const make = () => {
    const read = parseFigure(text.trim(), RANGES['car.internalRatio'], 'metric');
    if (!read.ok) return setProblem(read.message);
    setProblem(undefined);
    setText('');
    asked.make(read.value);
  };
  return (
    <div role="group" aria-labelledby={`${id}-what`} className="my-2 border-l-4 border-caution bg-sheet px-3 py-2">
      <p id={`${id}-what`} className="font-medium">
        Direct drive: no pinion and no spur
      </p>
      <label htmlFor={id} className="text-small text-soft">
        Turns of the motor for one of the wheel that are left: 1 when the motor sits on the axle, more when it drives a differential.
      </label>
      <div className="mt-1 flex flex-wrap items-center gap-2">
        <Input
          id={id}
          figure
          invalid={problem !== undefined}
          className="w-24"
          value={text}
          placeholder="1"
          inputMode="decimal"
          autoFocus
          onChange={(event) => setText(event.target.value)}
          onKeyDown={(event) => event.key === 'Enter' && make()}
        />
        : 1<Button onClick={make}>Make it direct</Button>
        <Button tone="quiet" onClick={asked.leave}>
          Keep the gears
        </Button>
      </div>
      {problem && (
        <p role="alert" className="mt-1 text-fine text-stop">
          {problem}
        </p>
      )}
    </div>
  );
}
