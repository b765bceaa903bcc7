/** @jest-environment jsdom */
import './jsdom-gaps';
import { cleanup, render, screen, within } from '@testing-library/react';
import type { CarRun, LadderProgress } from '@puddler/contract';
import { act } from 'react';
import { limitsWith, SET_DAYS, verdictOf, type Foreseen, type Ladder, type LadderStep } from '@puddler/core';
import { Provider } from 'react-redux';
import { MemoryRouter } from 'react-router';
import { plainPlan } from '../../core/test/helpers';
import { createStore } from '../src/document-store/store';
import { LadderDrawing } from '../src/stations/step-up/LadderDrawing';
import { PositionNote } from '../src/stations/step-up/PositionNote';
import { StepTable } from '../src/stations/step-up/StepTable';
import { TrackPasses } from '../src/stations/step-up/TrackPasses';
import { TrackReadings } from '../src/stations/step-up/TrackReadings';
import { foundAt, type Driven } from '../src/active/ladder-question';
import type { AtLadder } from '../src/stations/step-up/use-ladder-progress';
import { VerdictView } from '../src/stations/step-up/VerdictView';
import { unitsSwapped } from '../src/document-store/prefs-slice';

const band = (p50: number) => ({ p10: 0.9 * p50, p50, p90: 1.1 * p50 });
const FORESEEN: Foreseen = {
  topSpeedMs: band(10),
  canC: band(40),
  escC: band(30),
  packC: band(25),
  packA: band(15),
  windingOverCanK: 5,
  ambientC: 18,
};
const step = (pinion: number, speedMs: number, change: Partial<LadderStep> = {}): LadderStep => ({
  gearing: { kind: 'gears', pinion, spur: 58, owned: pinion !== 16 },
  plan: plainPlan({ gearing: { pinion, spur: 58 } }),
  topSpeedMs: band(speedMs),
  canC: band(4 * speedMs),
  windingOverCanK: 5,
  ambientC: 18,
  planned: { canC: band(5 * speedMs), escC: band(40), packC: band(30) },
  escC: band(30),
  packC: band(25),
  packA: band(speedMs),
  stops: undefined,
  room: { runUpM: 20, timingM: 10, stoppingM: 6, wholeM: 48, toRadioEdgeS: undefined },
  ...change,
});
const STEPS = [step(14, 10), step(16, 11), step(18, 12.2)];
const LADDER: Ladder = { outcome: 'reached', steps: STEPS, because: undefined, target: STEPS[2]!, cars: 144 };

const STOPPED = '2027-01-09T10:00:00.000Z';
function drivenWith(run: Partial<CarRun>, change: Partial<Driven['step']> = {}): Driven {
  const one = {
    step: { id: 's', at: '2027-01-09T09:58:00.000Z', runId: 'r', pinion: 14, spur: 58, foreseen: FORESEEN, stoppedAt: STOPPED, ...change },
    run: { at: '2027-01-09T09:58:00.000Z', name: 'Step 1: 14/58', plan: STEPS[0]!.plan, ...run },
  };
  return { ...one, verdict: verdictOf(foundAt(one, true), FORESEEN, limitsWith()) };
}
const GOOD: Partial<CarRun> = {
  passes: [
    { speedMs: 10, direction: 'out' },
    { speedMs: 9.9, direction: 'back' },
  ],
  readings: [
    { of: 'can', c: 40, afterStopS: 20 },
    { of: 'esc', c: 30, afterStopS: 30 },
    { of: 'pack', c: 25, afterStopS: 40 },
    { of: 'can', c: 41, afterStopS: 120 },
  ],
};

let changes: { progress: LadderProgress; run: CarRun; label: string }[] = [];
const ladderAt = (driven: Driven[] = [], more: Partial<AtLadder> = {}): AtLadder => ({
  progress: { steps: driven.map((one) => one.step) },
  state: { state: 'ready', value: LADDER },
  driven,
  last: driven[driven.length - 1],
  position: { at: driven.length, why: driven.length === 0 ? 'first' : 'on' },
  limits: limitsWith(),
  begin: () => undefined,
  stop: () => undefined,
  change: (change, label) => void changes.push({ progress: change({ steps: driven.map((one) => one.step) }), run: {} as CarRun, label }),
  changeRun: ({ run }, change, label) => void changes.push({ progress: { steps: [] }, run: change(run), label }),
  ...more,
});

let store = createStore();
const draw = (element: React.ReactNode) =>
  render(
    <Provider store={store}>
      <MemoryRouter>{element}</MemoryRouter>
    </Provider>,
  );
beforeEach(() => {
  changes = [];
  store = createStore();
  jest.useFakeTimers({ now: Date.parse(STOPPED) + 45_000 });
});
afterEach(() => {
  cleanup();
  jest.useRealTimers();
});

describe('the table of steps', () => {
  const rows = () =>
    within(screen.getAllByRole('table', { name: 'Steps' })[0]!)
      .getAllByRole('row')
      .slice(1);

  test('says speed, heat and metres of each, what is to buy, and which is the target', () => {
    draw(<StepTable at={ladderAt()} ladder={LADDER} />);
    expect(rows().map((row) => within(row).getByRole('rowheader').textContent)).toEqual(['14/58', '16/58 to buy', '18/58 target']);
    expect(rows()[0]!.textContent).toContain('36 32.4–39.6');
    expect(rows()[0]!.textContent).toContain('48');
  });

  test('says which was done, and shows the radio only where its range is known', () => {
    const far = { ...LADDER, steps: STEPS.map((one) => ({ ...one, room: { ...one.room, toRadioEdgeS: 9.6 } })) };
    draw(<StepTable at={ladderAt([drivenWith(GOOD)])} ladder={far} />);
    expect(rows()[0]!.textContent).toContain('done');
    expect(screen.getByRole('columnheader', { name: 'to edge s' })).toBeTruthy();
    expect(rows()[0]!.textContent.endsWith('10')).toBe(true);
  });

  test('speaks the units that are chosen', () => {
    store.dispatch(unitsSwapped());
    draw(<StepTable at={ladderAt()} ladder={LADDER} />);
    expect(screen.getByRole('columnheader', { name: 'mph' })).toBeTruthy();
    expect(rows()[0]!.textContent).toContain('22.4');
  });

  test('has a line a step to write on, for paper', () => {
    draw(<StepTable at={ladderAt()} ladder={LADDER} />);
    const paper = screen.getByText('highest in 2 min').closest('table')!;
    expect(paper.querySelectorAll('tbody tr')).toHaveLength(3);
    expect(paper.className).toContain('print:table');
  });
});

describe('the drawing', () => {
  const marks = () => document.querySelectorAll('rect[width="16"]');

  test('has a bar a step in both panes, the limits across, and no mark before anything was driven', () => {
    draw(<LadderDrawing at={ladderAt()} ladder={LADDER} name="L" />);
    expect(document.querySelectorAll('rect.fill-amps')).toHaveLength(3);
    expect(document.querySelectorAll('rect.fill-heat')).toHaveLength(3);
    expect(screen.getByText('stop 85')).toBeTruthy();
    expect(marks()).toHaveLength(0);
  });

  test('marks what was measured, and keeps a step that is on the ladder no more', () => {
    const gone = drivenWith(GOOD, { pinion: 12, id: 'gone' });
    draw(<LadderDrawing at={ladderAt([gone, drivenWith(GOOD)])} ladder={LADDER} name="L" />);
    expect(marks()).toHaveLength(4);
    expect(screen.getByText('12/58')).toBeTruthy();
    expect(document.querySelectorAll('rect.fill-amps')).toHaveLength(4);
    expect([...marks()].every((mark) => mark.classList.contains('fill-good'))).toBe(true);
  });

  test('draws what was foreseen at the beginning beside what is now', () => {
    const at = ladderAt([], { progress: { steps: [], begun: [{ pinion: 14, spur: 58, topSpeedMs: 10.4, canC: 44 }] } });
    draw(<LadderDrawing at={at} ladder={LADDER} name="L" />);
    expect(screen.getByText(/as it was foreseen when the ladder was begun/)).toBeTruthy();
    expect(document.querySelectorAll('path[class*="dasharray:2_3"]')).toHaveLength(2);
  });
});

describe('where one stands', () => {
  test('nothing driven: the first step, with speed and metres', () => {
    draw(<PositionNote at={ladderAt()} active={{ id: 'p' } as never} steps={STEPS} onTrack={() => undefined} />);
    expect(screen.getByRole('region', { name: 'Where you stand' }).textContent).toContain('The first step14/58About 36 km/h, on 48 m');
    expect(screen.getByRole('button', { name: 'Drive this step' })).toBeTruthy();
  });

  test('a step that was begun and not driven is gone on with', () => {
    const { stoppedAt: _stopped, ...open } = drivenWith({}).step;
    const one = { ...drivenWith({}), step: open };
    draw(<PositionNote at={ladderAt([one])} active={{ id: 'p' } as never} steps={STEPS} onTrack={() => undefined} />);
    expect(screen.getByText('Begun, and not driven yet.')).toBeTruthy();
    expect(screen.getByRole('button', { name: 'Go on at the track' })).toBeTruthy();
  });

  test('at the top it can be driven once more; the run is a link into the log', () => {
    const at = ladderAt([drivenWith({ passes: GOOD.passes! })], { position: { at: 2, why: 'top' } });
    draw(<PositionNote at={at} active={{ id: 'p' } as never} steps={STEPS} onTrack={() => undefined} />);
    expect(screen.getByText('The target is reached')).toBeTruthy();
    expect(screen.getByRole('link', { name: 'its run in the log' }).getAttribute('href')).toBe('/plans/p/log?run=r');
    expect(screen.getByText('Read the motor, and the time until it is cool is told here.')).toBeTruthy();
  });

  test('at the end of a ladder that stops short, nothing is said to be reached', () => {
    const state = { state: 'ready' as const, value: { ...LADDER, outcome: 'stops-short' as const } };
    const at = ladderAt([drivenWith({ passes: GOOD.passes! })], { state, position: { at: 1, why: 'top' } });
    draw(<PositionNote at={at} active={{ id: 'p' } as never} steps={STEPS} onTrack={() => undefined} />);
    expect(screen.getByText('As far as is safe for the planned run')).toBeTruthy();
    expect(screen.queryByText('The target is reached')).toBeNull();
  });
});

test.each([
  ['go', GOOD, 'Go on', 'text-good'],
  ['hold', { ...GOOD, readings: GOOD.readings!.slice(0, 3) }, 'Hold', 'text-caution'],
  ['back', { ...GOOD, readings: [...GOOD.readings!, { of: 'can' as const, c: 90, afterStopS: 150 }] }, 'Go back', 'text-stop'],
])('a verdict of %s is said in words, with its reasons', (_level, run, word, tone) => {
  draw(<VerdictView verdict={drivenWith(run).verdict} />);
  const said = screen.getByRole('region', { name: 'Verdict' });
  expect(within(said).getByText(word).className).toContain(tone);
  expect(within(said).getAllByRole('listitem').length).toBeGreaterThan(0);
});

describe('typing at the track', () => {
  const type = (label: RegExp, value: string) => {
    const field = screen.getByLabelText<HTMLInputElement>(label);
    act(() => {
      field.focus();
      field.value = value;
      field.blur();
    });
  };

  test('passes are kept one way and the other, in the units that were typed', () => {
    draw(<TrackPasses at={ladderAt([drivenWith({})])} driven={drivenWith({})} />);
    type(/^pass out/, '36 km/h');
    type(/^and back/, '22 mph');
    expect(changes.map(({ run }) => run.passes)).toEqual([
      [{ speedMs: 10, direction: 'out' }],
      [{ speedMs: expect.closeTo(9.83, 1) as number, direction: 'back' }],
    ]);
    type(/^at/, '15,5');
    expect(changes[2]!.run.current).toEqual({ settledA: 15.5 });
  });

  test('what went wrong is ticked and unticked', () => {
    const one = drivenWith(GOOD, { smell: true });
    draw(<TrackPasses at={ladderAt([one])} driven={one} />);
    act(() => screen.getByRole('button', { name: 'It smelt' }).click());
    act(() => screen.getByRole('button', { name: 'The ESC cut off' }).click());
    expect(changes[0]!.progress.steps[0]).not.toHaveProperty('smell');
    expect(changes[1]!.progress.steps[0]).toMatchObject({ smell: true, cutOff: true });
  });

  test('a temperature takes the seconds since the stop with it; the highest is asked once the motor was read', () => {
    const one = drivenWith({});
    const { rerender } = draw(<TrackReadings at={ladderAt([one])} driven={one} stoppedAt={STOPPED} />);
    expect(screen.getByRole('timer').textContent).toContain('0:45');
    expect(screen.queryByLabelText(/^Highest/)).toBeNull();
    type(/^Motor/, '104 F');
    expect(changes[0]!.run.readings).toEqual([{ of: 'can', c: expect.closeTo(40, 6) as number, afterStopS: 45 }]);
    const read = drivenWith({ readings: [{ of: 'can', c: 40, afterStopS: 45 }] });
    rerender(
      <Provider store={store}>
        <MemoryRouter>
          <TrackReadings at={ladderAt([read])} driven={read} stoppedAt={STOPPED} />
        </MemoryRouter>
      </Provider>,
    );
    act(() => void jest.advanceTimersByTime(60_000));
    expect(screen.getByRole('timer').textContent).toContain('1:45');
    type(/^Highest/, '43');
    expect(changes[1]!.run.readings).toEqual([
      { of: 'can', c: 40, afterStopS: 45 },
      { of: 'can', c: 43, afterStopS: 105 },
    ]);
  });

  test('a reading that is corrected keeps its seconds, and one that is cleared is gone', () => {
    const one = drivenWith({ readings: [{ of: 'esc', c: 33, afterStopS: 12 }] });
    draw(<TrackReadings at={ladderAt([one])} driven={one} stoppedAt={STOPPED} />);
    type(/^ESC/, '35');
    type(/^ESC/, '');
    expect(changes[0]!.run.readings).toEqual([{ of: 'esc', c: 35, afterStopS: 12 }]);
    expect(changes[1]!.run).not.toHaveProperty('readings');
  });

  test('a figure that cannot be says so and changes nothing', () => {
    draw(<TrackReadings at={ladderAt([drivenWith({})])} driven={drivenWith({})} stoppedAt={STOPPED} />);
    type(/^Pack/, '900');
    expect(screen.getByRole('alert').textContent).toContain('Pack: 900 is out of range');
    expect(changes).toEqual([]);
  });
});

test('the set days name no maker, and say what is asked in whole sentences', () => {
  for (const { name, task, base } of SET_DAYS) {
    expect(task).toMatch(/^[A-Z].*\.$/);
    expect(base.name).toBe(name);
    expect([base.motor.name, base.esc.name, base.packs[0]!.name].join(' ')).toMatch(/^[\w ,]+$/);
  }
});
