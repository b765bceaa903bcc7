/** @jest-environment jsdom */
import type { LabelKind, Part } from '@puddler/core';
import { act, cleanup, fireEvent, render, screen } from '@testing-library/react';
import { Provider } from 'react-redux';
import { plainPlan } from '../../core/test/helpers';
import { unitsSwapped } from '../src/document-store/prefs-slice';
import { createStore } from '../src/document-store/store';
import { LabelField } from '../src/active/labels/LabelField';
import { useLabel, type LabelInHand } from '../src/active/labels/use-label';
import { withLabels } from '../src/active/stock';

const taken: Part[][] = [];
const fields: LabelInHand[] = [];
let store = createStore();

function Bench({ kind }: { kind: LabelKind | undefined }) {
  const field = useLabel(kind);
  return <LabelField label="Label" placeholder="3652" field={field} onEnter={() => taken.push(fields[fields.push(field) - 1]!.parts)} />;
}

function show(kind?: LabelKind) {
  render(
    <Provider store={store}>
      <Bench kind={kind} />
    </Provider>,
  );
  const line = screen.getByRole<HTMLInputElement>('textbox', { name: 'Label' });
  return {
    line,
    type: (text: string) => fireEvent.change(line, { target: { value: text } }),
    enter: () => fireEvent.keyDown(line, { key: 'Enter' }),
  };
}

beforeEach(() => {
  taken.length = 0;
  store = createStore();
});
afterEach(cleanup);

test('what was understood is said as it is typed, and Enter takes the part', () => {
  const { type, enter } = show('motor');
  type('3652 4000KV sensorless');
  expect(screen.getByText(/^kv 4.000$/)).toBeTruthy();
  expect(screen.getByText('no sensor')).toBeTruthy();
  enter();
  expect(taken).toEqual([[expect.objectContaining({ kind: 'motor', name: '3652 4000KV sensorless' })]]);
});

test('a can whose turns nobody gave stays usual in the plan; with its turns it is the builder’s', () => {
  const file = plainPlan();
  for (const [text, usualParts] of [
    ['550 can', ['esc', 'motor']],
    ['550 21T', ['esc']],
  ] as const) {
    const { type, enter } = show('motor');
    type(text);
    enter();
    const plan = withLabels({ ...file, usualParts: ['esc'] }, [fields.at(-1)!]);
    expect(plan.motor).toMatchObject({ kind: 'brushed', sizeClass: '550' });
    expect([...plan.usualParts!].sort()).toEqual(usualParts);
    cleanup();
  }
});

test.each([
  ['gears', '12', { kind: 'pinion', spec: { teeth: 12 } }],
  ['gears', ' 58 ', { kind: 'spur', spec: { teeth: 58 } }],
  ['esc', '60', { kind: 'esc', spec: { continuousA: 60 } }],
] as const)('in a field of %s, “%s” alone is understood', (kind, text, part) => {
  const { type, enter } = show(kind);
  type(text);
  enter();
  expect(taken).toEqual([[expect.objectContaining(part)]]);
});

test.each([
  ['motor', '12'],
  ['pack', '12'],
  [undefined, '12'],
] as const)('in a field of %s a number alone is still asked about', (kind, text) => {
  const { type } = show(kind);
  type(text);
  expect(screen.getByText(/^Still needed: /)).toBeTruthy();
});

test('what is missing is said, and Enter does nothing', () => {
  const { type, enter } = show('pack');
  type('5000mAh 40C');
  expect(screen.getByText('Still needed: cells.')).toBeTruthy();
  enter();
  expect(taken).toEqual([]);
});

test('a LiPo without a C rating is taken, and said to be without', () => {
  const { type, enter } = show('pack');
  type('2S 5000mAh');
  expect(screen.getByText(/C rating not known/)).toBeTruthy();
  enter();
  expect(taken).toEqual([[expect.objectContaining({ kind: 'pack', name: '2S 5000mAh' })]]);
});

test('a guess says by which rule', () => {
  const { type } = show('motor');
  type('27T');
  expect(screen.getByText(/guessed: most cars of 1\/10 carry a 540 can/)).toBeTruthy();
});

test('a code with two meanings is asked about; the answer completes it, another text forgets it', () => {
  const { type, enter } = show('motor');
  type('2836 1120kv outrunner');
  enter();
  expect(taken).toEqual([]);
  fireEvent.click(screen.getByRole('radio', { name: /^Can 28 × 36 mm/ }));
  enter();
  expect(taken[0]![0]!.spec).toMatchObject({ statorDiameterMm: 22, statorHeightMm: 18 });
  type('2836 1120kv outrunner 5mm');
  expect(screen.getByRole<HTMLInputElement>('radio', { name: /^Can 28 × 36 mm/ }).checked).toBe(false);
});

test('a figure that cannot be is refused with what is allowed', () => {
  const { type, line, enter } = show('motor');
  type('3652 990000KV');
  expect(screen.getByRole('alert').textContent).toContain('allowed: 5 to 100000');
  expect(line.getAttribute('aria-invalid')).toBe('true');
  enter();
  expect(taken).toEqual([]);
});

test('a contradiction on the label is said', () => {
  const { type } = show('pack');
  type('3S 7.4V 5000mAh 50C LiPo');
  expect(screen.getByRole('alert').textContent).toContain('7.4 V does not go with 3 cells');
});

test('without a kind the words tell it; words nobody knows stay in the name', () => {
  const { type, enter } = show();
  type('60A 2-3S BEC 6V/3A glitter');
  expect(screen.getByText(/kept in the name: glitter/)).toBeTruthy();
  enter();
  expect(taken[0]![0]).toMatchObject({ kind: 'esc', spec: { continuousA: 60, becV: 6 } });
});

test('sizes are shown in the units chosen', () => {
  const { type } = show('tyre');
  type('3.86 in');
  expect(screen.getByText('diameter 98.04 mm')).toBeTruthy();
  act(() => void store.dispatch(unitsSwapped()));
  expect(screen.getByText('diameter 3.86 in')).toBeTruthy();
});
