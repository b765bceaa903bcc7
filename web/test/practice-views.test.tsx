/** @jest-environment jsdom */
import './jsdom-gaps';
import { cleanup, render, screen, within } from '@testing-library/react';
import { act } from 'react';
import { SET_DAYS, type Day, type Drive } from '@puddler/core';
import { Provider } from 'react-redux';
import { MemoryRouter } from 'react-router';
import { PracticeBanner } from '../src/app/PracticeBanner';
import { deleteDocument } from '../src/document-store/edits';
import { addPracticeDay, amendDay } from '../src/document-store/run-edits';
import { dayOf, isPracticeCar } from '../src/document-store/selectors';
import { plansOfCar, selectGarage } from '../src/document-store/select-garage';
import { undone } from '../src/document-store/document-store-slice';
import { createStore } from '../src/document-store/store';
import { splitPlan } from '../src/active/joined-plan';
import { DrivePanel } from '../src/stations/practice/DrivePanel';
import type { AtDay, DriveChoice } from '../src/stations/practice/use-day';
import { dayName } from '../src/stations/practice/use-days';

const { base } = SET_DAYS[0]!;
const DAY: Day = { base, seed: 11, set: 1, stoodS: 0, waitedS: 0, drives: [] };
const AIR = { windingC: 18, canC: 18, escC: 18, packC: 18 };
const DRIVE = {
  id: 'd',
  plan: base,
  how: 'passes',
  at: '2027-01-09T10:00:00Z',
  runId: 'r',
  seed: 1,
  from: AIR,
  stopped: AIR,
  seconds: 44,
  topSpeedMs: 12,
  windingC: 40,
} as Drive;

let store = createStore();
let carId = '';
beforeEach(() => {
  store = createStore();
  carId = store.dispatch(addPracticeDay(base.car, { ...splitPlan(base, base.car), name: 'First light' }, DAY));
});
afterEach(cleanup);
const draw = (element: React.ReactNode) =>
  render(
    <Provider store={store}>
      <MemoryRouter>{element}</MemoryRouter>
    </Provider>,
  );

describe('a practice day on the desk', () => {
  test('is a car with its plan and its day, marked as simulated, begun and undone as one', () => {
    expect(isPracticeCar(store.getState(), carId)).toBe(true);
    expect(plansOfCar(store.getState(), carId).map(({ plan }) => plan.gearing.pinion)).toEqual([base.gearing.pinion]);
    expect(dayOf(store.getState(), carId)).toEqual(DAY);
    store.dispatch(undone({ at: 1 }));
    expect(selectGarage(store.getState())).toEqual([]);
    expect(dayOf(store.getState(), carId)).toBeUndefined();
  });

  test('what was driven has happened: it is not undone', () => {
    store.dispatch(amendDay(carId, (day) => ({ ...day, drives: [DRIVE], stoodS: 0 })));
    const past = store.getState().documentStore.past.length;
    expect(past).toBe(1);
    expect(dayOf(store.getState(), carId)!.drives).toHaveLength(1);
    store.dispatch(amendDay('nobody', () => DAY));
    expect(store.getState().documentStore.past).toHaveLength(past);
  });

  test('goes with its car, and comes back with it', () => {
    store.dispatch(deleteDocument('car', carId));
    expect(dayOf(store.getState(), carId)).toBeUndefined();
    store.dispatch(undone({ at: 2 }));
    expect(dayOf(store.getState(), carId)).toEqual(DAY);
  });

  test('is called by its set, or by its number', () => {
    expect([dayName(DAY), dayName({ ...DAY, set: 3 })]).toEqual(['First light', 'Heat haze']);
    const { set: _set, ...free } = DAY;
    expect(dayName(free)).toBe('Day 11');
  });
});

describe('the line that says what is simulated', () => {
  test('stands on the pages of a practice car and leads back to its day', () => {
    draw(<PracticeBanner carId={carId} />);
    expect(screen.getByRole('note').textContent).toContain('everything about this car is simulated');
    expect(screen.getByRole('link', { name: 'Back to the quarry' }).getAttribute('href')).toBe(`/practice?day=${carId}`);
  });

  test('stands on no page of a real one', () => {
    draw(<PracticeBanner carId="a real car" />);
    expect(screen.queryByRole('note')).toBeNull();
  });
});

describe('driving', () => {
  const driven: DriveChoice[] = [];
  const atDay = (change: Partial<AtDay> = {}): AtDay => ({
    carId,
    day: DAY,
    planId: 'p',
    plan: plansOfCar(store.getState(), carId)[0]!.plan,
    file: base,
    last: undefined,
    deviceId: undefined,
    openStep: undefined,
    run: undefined,
    busy: false,
    problem: undefined,
    isFull: false,
    drive: (choice) => {
      driven.push(choice);
      return Promise.resolve();
    },
    wait: () => undefined,
    waitUntilUnder: () => Promise.resolve(),
    changeRun: () => undefined,
    end: () => undefined,
    ...change,
  });
  const press = (name: string) => act(() => screen.getByRole('button', { name }).click());
  beforeEach(() => void driven.splice(0));

  test('begins gently, a pass each way, with all of the throttle', () => {
    draw(<DrivePanel at={atDay()} />);
    press('Drive');
    expect(driven).toEqual([{ how: 'passes', pinion: 15, spur: 58 }]);
  });

  test('takes the gears and the cap of the step that was begun', () => {
    const openStep = { id: 's', pinion: 19, spur: 56, capShare: 0.8 } as AtDay['openStep'];
    draw(<DrivePanel at={atDay({ openStep })} />);
    expect(screen.getByLabelText<HTMLSelectElement>(/pinion/).value).toBe('19');
    press('The whole run');
    press('Drive');
    expect(driven).toEqual([{ how: 'race', pinion: 19, spur: 56, capShare: 0.8 }]);
  });

  test('says what went wrong, and that a full day is full', () => {
    draw(<DrivePanel at={atDay({ problem: 'The devices do not answer.', isFull: true })} />);
    expect(screen.getByRole('alert').textContent).toBe('The devices do not answer.');
    expect(screen.getByText(/holds no more drives/)).toBeTruthy();
    expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Drive' }).disabled).toBe(true);
  });

  test('lets any pinion of the box be tried, the target’s among them', () => {
    draw(<DrivePanel at={atDay()} />);
    const teeth = within(screen.getByLabelText(/pinion/))
      .getAllByRole('option')
      .map((one) => Number(one.textContent));
    expect(teeth).toContain(base.gearing.pinion);
    expect(teeth).toEqual([...teeth].sort((a, b) => a - b));
  });
});
