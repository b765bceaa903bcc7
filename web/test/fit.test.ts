import { NO_FITTING, type Fitting } from '@puddler/contract/shared';
import type { BenchStep } from '@puddler/core';
import { fitProgress, fitRows, formerNotes, withStep } from '../src/active/noted/fit-progress';
import { rightReading } from '../src/stations/fit/fit-text';

const stepOf = (id: string, change: Partial<BenchStep> = {}): BenchStep => ({
  id,
  phase: 'gears',
  title: id,
  why: 'So.',
  right: 'So.',
  tools: [],
  needs: [],
  of: '',
  ...change,
});
const STEPS = [stepOf('pinion', { of: '17 T' }), stepOf('mesh', { needs: ['pinion'], reading: { what: 'play', unit: 'mm', from: 0.05, to: 0.2 } })];
const at = '2027-01-09T10:00:00.000Z';
const fitting = (steps: Fitting['steps']): Fitting => ({ ...NO_FITTING, steps });
const states = (steps: Fitting['steps']) => fitRows(STEPS, fitting(steps)).map((row) => row.state);

test('a step is done for what it was ticked for, and to be done again when that has changed', () => {
  expect(states([])).toEqual(['open', 'open']);
  expect(states([{ id: 'pinion', done: { at, of: '17 T' } }])).toEqual(['done', 'open']);
  expect(states([{ id: 'pinion', done: { at, of: '16 T' } }])).toEqual(['again', 'open']);
  expect(
    fitProgress(
      fitRows(
        STEPS,
        fitting([
          { id: 'pinion', done: { at, of: '16 T' } },
          { id: 'mesh', done: { at, of: '' } },
        ]),
      ),
    ),
  ).toEqual({ done: 1, of: 2 });
});

test('a step says what should come first until that is done; ticked out of order it is done all the same', () => {
  const waits = (steps: Fitting['steps']) => fitRows(STEPS, fitting(steps))[1]!.waitsFor;
  expect(waits([])).toEqual(['pinion']);
  expect(waits([{ id: 'pinion', done: { at, of: '16 T' } }])).toEqual(['pinion']);
  expect(waits([{ id: 'pinion', done: { at, of: '17 T' } }])).toEqual([]);
  expect(fitRows(STEPS, fitting([{ id: 'mesh', done: { at, of: '' } }]))[1]).toMatchObject({ state: 'done', waitsFor: [] });
});

test.each([
  [0.04, 'low'],
  [0.05, undefined],
  [0.2, undefined],
  [0.21, 'high'],
] as const)('a reading of %f is %s', (reading, off) => {
  expect(fitRows(STEPS, fitting([{ id: 'mesh', reading }]))[1]!.offReading).toBe(off);
});

test('notes of steps that the plan no longer has are kept', () => {
  const noted = fitting([
    { id: 'mesh-both', note: 'tight' },
    { id: 'mesh', note: 'fine' },
  ]);
  expect(formerNotes(STEPS, noted)).toEqual([{ id: 'mesh-both', note: 'tight' }]);
  expect(withStep(noted, 'mesh', { note: undefined }).steps).toEqual([{ id: 'mesh-both', note: 'tight' }]);
  expect(withStep(noted, 'mesh', { reading: 0.1 }).steps[1]).toEqual({ id: 'mesh', note: 'fine', reading: 0.1 });
});

test('what is right is said in the builder’s units', () => {
  expect(rightReading({ what: 'shaft', unit: 'mm', from: 3.2, to: 3.25 }, 'metric')).toBe('3.2 to 3.25 mm');
  expect(rightReading({ what: 'shaft', unit: 'mm', from: 3.2, to: 3.25 }, 'imperial')).toBe('0.126 to 0.128 in');
  expect(rightReading({ what: 'can', unit: '°C', to: 70 }, 'imperial')).toBe('at most 158 °F');
  expect(rightReading({ what: 'gap', unit: 'mm', from: 3 }, 'metric')).toBe('at least 3 mm');
  expect(rightReading({ what: 'play', unit: 'mm' }, 'metric')).toBe('');
});
