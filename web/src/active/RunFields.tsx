import type { CarRun } from '@puddler/contract/shared';
import { setField } from '@puddler/core';
import { FigureField } from './FigureField';
import { typedPass, withoutEmpty, withPass } from './run-entry';

interface Props {
  run: CarRun;
  /** Changes the run; edits of the same figure in one gesture join. */
  onChange: (change: (run: CarRun) => CarRun, label: string, joins: string) => void;
  /** Width and size of a field. */
  className: string;
}

/** The fastest pass of each way over the strip. */
export function PassFields({ run, onChange, className }: Props) {
  return (['out', 'back'] as const).map((way) => (
    <FigureField
      key={way}
      named
      label={way === 'out' ? 'pass out' : 'and back'}
      path="passes.speedMs"
      value={typedPass(run, way)}
      placeholder="speed"
      className={className}
      onSet={(speedMs) => onChange((now) => withPass(now, way, speedMs), `pass ${way}`, `pass ${way}`)}
    />
  ));
}

/** What it drew at the end of a pass, and what the charger put back. */
export function AmountFields({ run, onChange, className }: Props) {
  return (
    <>
      <FigureField
        named
        label="at top speed"
        path="current.settledA"
        value={run.current?.settledA}
        placeholder="amps"
        className={className}
        onSet={(value) =>
          onChange((now) => withoutEmpty(setField(now, 'current', setField(now.current ?? {}, 'settledA', value))), 'amps at top speed', 'settledA')
        }
      />
      <FigureField
        named
        label="put back"
        path="usedAh"
        value={run.usedAh}
        placeholder="Ah"
        className={className}
        onSet={(value) => onChange((now) => setField(now, 'usedAh', value), 'charge put back', 'usedAh')}
      />
    </>
  );
}
