import type { Ladder, LadderStep, Band } from '@puddler/core';
import { atAGlance, formatIn, unitOf } from '@puddler/figures';
import { useAppSelector } from '../../document-store/store';
import { SideScroll } from '../../ui/SideScroll';
import { gearsOfStep } from '@puddler/core';
import { gearsText, RUN_GATE_TEXT } from './step-text';
import { isAt, type AtLadder } from './use-ladder-progress';
import { heatRange } from '../../active/heat-text';

/** Every step with its figures and the metres it needs; on paper with room to write what was read. */
export function StepTable({ at, ladder }: { at: AtLadder; ladder: Ladder }) {
  const system = useAppSelector((state) => state.prefs.units);
  const [speed, heat, length] = [unitOf('m/s', system), unitOf('°C', system), unitOf('m', system)];
  const amps = atAGlance(unitOf('A', system));
  const band = ({ p10, p90 }: Band) => `${formatIn(p10, speed)}–${formatIn(p90, speed)}`;
  const radio = ladder.steps.some((step) => step.room.toRadioEdgeS !== undefined);
  const heads = [
    'Step',
    speed.symbol,
    `can ${heat.symbol}`,
    `ESC ${heat.symbol}`,
    `pack ${heat.symbol}`,
    `can, whole run ${heat.symbol}`,
    amps.symbol,
    `needs ${length.symbol}`,
  ];
  return (
    <SideScroll label="Steps, as a table">
      <p className="mb-1 text-small text-soft">
        Fastest moment of two passes from cold on a full pack; a warm motor, as in Plan, is a little faster.
      </p>
      <table aria-label="Steps" data-cars={ladder.cars} className="w-full min-w-148 text-right text-small">
        <thead>
          <tr className="border-b border-edge text-soft">
            {heads.map((head, i) => (
              <th key={head} scope="col" className={`py-1 pr-2 font-medium ${i === 0 ? 'text-left' : ''}`}>
                {head}
              </th>
            ))}
            {radio && (
              <th scope="col" className="pr-2 font-medium" title="Seconds at top speed to the edge of the radio’s range">
                to edge s
              </th>
            )}
          </tr>
        </thead>
        <tbody>
          {ladder.steps.map((step, i) => (
            <tr key={gearsText(gearsOfStep(step))} className={`border-b border-rule ${i === at.position?.at ? 'bg-wash' : ''}`}>
              <th scope="row" className="py-1 pr-2 text-left font-medium">
                {gearsText(gearsOfStep(step))}
                <StepNote step={step} ladder={ladder} at={at} />
              </th>
              <td className="pr-2 whitespace-nowrap">
                <strong className="font-semibold">{formatIn(step.topSpeedMs.p50, speed)}</strong>{' '}
                <span className="text-soft">{band(step.topSpeedMs)}</span>
              </td>
              <td className="pr-2 whitespace-nowrap">{heatRange(step.canC, heat)}</td>
              <td className="pr-2 whitespace-nowrap">{heatRange(step.escC, heat)}</td>
              <td className="pr-2 whitespace-nowrap">{heatRange(step.packC, heat)}</td>
              <td className="pr-2 whitespace-nowrap text-soft">{heatRange(step.planned.canC, heat)}</td>
              <td className="pr-2">{formatIn(step.packA.p50, amps)}</td>
              <td className="pr-2">{formatIn(step.room.wholeM, length)}</td>
              {radio && <td className="pr-2">{step.room.toRadioEdgeS?.toFixed(0)}</td>}
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-1 text-small text-soft print:hidden">
        Temperatures are those read within a minute after the two passes of a step; beside them the can after the whole planned run. {RUN_GATE_TEXT}{' '}
        Amps are the pack’s, receiver and servo among them. Metres: run-up, ten to be timed over, stopping, and a third to spare.
      </p>
      <Blanks steps={ladder.steps} />
    </SideScroll>
  );
}

function StepNote({ step, ladder, at }: { step: LadderStep; ladder: Ladder; at: AtLadder }) {
  const isTarget = ladder.outcome === 'reached' && step === ladder.steps[ladder.steps.length - 1];
  const isDone = at.driven.findLast((one) => one.step.stoppedAt !== undefined && isAt(step, one.step))?.verdict.verdict === 'go';
  const toBuy = step.gearing.kind === 'gears' && !step.gearing.owned && !isDone;
  return (
    <span className="text-fine font-normal text-soft">
      {isTarget && ' target'}
      {toBuy && ' to buy'}
      {isDone && ' done'}
    </span>
  );
}

/** On paper only: a line a step to write on. */
function Blanks({ steps }: { steps: readonly LadderStep[] }) {
  return (
    <table className="mt-6 hidden w-full text-left text-small print:table">
      <thead>
        <tr className="border-b border-edge">
          {['Step', 'out', 'back', 'motor', 'ESC', 'pack', 'highest in 2 min', 'amps', 'go, hold, back'].map((head) => (
            <th key={head} className="py-1 pr-2 font-medium">
              {head}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {steps.map((step) => (
          <tr key={gearsText(gearsOfStep(step))} className="h-9 border-b border-edge">
            <td>{gearsText(gearsOfStep(step))}</td>
            {Array.from({ length: 8 }, (_, i) => (
              <td key={i} className="border-l border-rule" />
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
