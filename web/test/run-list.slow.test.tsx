/** @jest-environment jsdom */
import './jsdom-gaps';
import { cleanup, render, screen, within } from '@testing-library/react';
import type { CarRun } from '@puddler/contract';
import { act } from 'react';
import { Provider } from 'react-redux';
import { plainPlan } from '../../core/test/helpers';
import { createStore } from '../src/document-store/store';
import type { StoredRun } from '../src/document-store/selectors';
import { MeasuredAgainst } from '../src/stations/log/MeasuredAgainst';
import { RunList } from '../src/stations/log/RunList';
import { Slips } from '../src/stations/log/FitNotes';
import type { AtLog } from '../src/stations/log/use-log';

const BAND = { p10: 13, p50: 14, p90: 15 };
const run = (name: string, at: string, speedMs: number, more: Partial<CarRun> = {}): CarRun => ({
  name,
  at,
  plan: plainPlan({ gearing: { pinion: 17, spur: 58 } }),
  passes: [{ speedMs, direction: 'out' }],
  predicted: { topSpeedMs: BAND },
  ...more,
});
const RUNS: StoredRun[] = [
  run('Newest', '2027-03-01T10:00:00Z', 12),
  run('Middle', '2027-02-01T10:00:00Z', 14.5, { notes: 'On grass.' }),
  run('Oldest', '2027-01-01T10:00:00Z', 16),
  ...Array.from({ length: 5 }, (_, i) => run(`Other ${i}`, `2026-0${i + 1}-01T10:00:00Z`, 13.5)),
].map((one, i) => ({ id: `r${i}`, carId: 'c', run: one }));

const shown: string[] = [];
const log = { runs: RUNS, open: RUNS[1], show: (id: string | undefined) => void shown.push(String(id)), begin: () => 'new' } as unknown as AtLog;
const draw = (element: React.ReactNode) => render(<Provider store={createStore()}>{element}</Provider>);
const names = () =>
  within(screen.getByRole('table', { name: 'Runs of the car' }))
    .getAllByRole('row')
    .slice(1)
    .map((row) =>
      within(row)
        .getByRole('button')
        .textContent.replace(/ \d+ \w+$/, ''),
    );

afterEach(cleanup);

test('runs stand newest first, sort by what is pressed, those without a figure last, and are sifted by words', () => {
  draw(<RunList log={log} />);
  expect(names().slice(0, 3)).toEqual(['Newest', 'Middle', 'Oldest']);
  act(() => screen.getByRole('button', { name: /^Top/ }).click());
  expect(names()[0]).toBe('Oldest');
  act(() => screen.getByRole('button', { name: /^Top/ }).click());
  expect(names()[0]).toBe('Newest');
  expect(screen.getByText('6 of 8')).toBeTruthy();
  expect(within(screen.getByRole('row', { name: /Middle/ })).getByText('1 of 1')).toBeTruthy();
});

test('a run that is pressed opens, the open one closes', () => {
  draw(<RunList log={log} />);
  act(() => screen.getByRole('button', { name: /Oldest/ }).click());
  act(() => screen.getByRole('button', { name: /Middle/, pressed: true }).click());
  expect(shown).toEqual(['r2', 'undefined']);
});

test('each figure stands on its band with a word for where; one whose band is not there yet says so', () => {
  const { rerender } = draw(<MeasuredAgainst run={RUNS[2]!.run} />);
  expect(screen.getByRole('row', { name: /Top speed 57\.6 km\/h/ }).textContent).toContain('above');
  const { predicted: _none, ...bare } = RUNS[2]!.run;
  rerender(
    <Provider store={createStore()}>
      <MeasuredAgainst run={bare} />
    </Provider>,
  );
  expect(screen.getByText('computing the band …')).toBeTruthy();
  rerender(
    <Provider store={createStore()}>
      <MeasuredAgainst run={{ at: bare.at, plan: bare.plan }} />
    </Provider>,
  );
  expect(screen.getByText(/Type one figure/)).toBeTruthy();
});

test('what may be noted wrongly is said with the odds and the measurement that decides; nothing where nothing is suspected', () => {
  const { container } = draw(<Slips slips={[]} />);
  expect(container.textContent).toBe('');
  draw(<Slips slips={[{ id: 'pinion +1', what: 'the pinion has 18 teeth, not 17', odds: 4e5, decide: 'Count the teeth of the pinion.' }]} />);
  expect(screen.getByText(/Perhaps the pinion has 18 teeth, not 17/).textContent).toMatch(/over 1000 times likelier.*Count the teeth/);
});
