import { splitPlanFile } from '@puddler/contract';
import { plainPlan } from '../../core/test/helpers';
import { recallPins, storePins } from '../src/document-store/keep-pins';
import { nameOf, pinOf, togglePin, togglePlanPin, toggleStockPin } from '../src/active/pinning';
import { repinned, pinned } from '../src/document-store/pins-slice';
import { createStore, type AppStore } from '../src/document-store/store';
import { editPlan } from '../src/document-store/edits';
import { docOf, garage } from './stored';

const file = plainPlan();
const { car, plan } = splitPlanFile(file);
const CAR = docOf<'car'>('c1', { car, bench: { stockPlanId: 'p2' } });
const plans = ['p1', 'p2'].map((id) => docOf<'plan'>(id, { ...plan, name: id }, 'c1'));

let store: AppStore;
const pins = () => store.getState().pins;
beforeEach(() => {
  store = createStore();
  store.dispatch(garage([CAR], plans));
});

describe('pinning', () => {
  it('pins a plan as it stands, and takes out just that', () => {
    store.dispatch(togglePlanPin('p1'));
    expect(pins()).toMatchObject([{ name: 'Plain car · p1', carId: 'c1', planId: 'p1' }]);
    store.dispatch(editPlan('p1', 'gearing.pinion', 25, 'pinion'));
    store.dispatch(togglePlanPin('p1'));
    expect(pins().map((pin) => pin.file.gearing.pinion)).toEqual([20, 25]);
    store.dispatch(togglePlanPin('p1'));
    expect(pins().map((pin) => pin.file.gearing.pinion)).toEqual([20]);
  });

  it('pins a car as it was bought, and says when that is not noted', () => {
    store.dispatch(toggleStockPin('c1'));
    expect(pins()).toMatchObject([{ planId: 'p2' }]);
    store = createStore();
    store.dispatch(garage([docOf<'car'>('c1', { car, bench: {} }, undefined, 2)], plans));
    store.dispatch(toggleStockPin('c1'));
    expect(pins()).toEqual([]);
    expect(store.getState().notices[0]!.text).toMatch(/not noted yet/);
  });

  it('refuses a fifth with a word, and forgets a plan there is not', () => {
    for (let pinion = 10; pinion < 15; pinion++)
      store.dispatch(togglePin({ name: `${pinion}`, carId: 'c1', file: { ...file, gearing: { pinion, spur: 60 } } }));
    expect(pins()).toHaveLength(4);
    expect(store.getState().notices[0]!.text).toMatch(/^4 setups are pinned already/);
    store.dispatch(togglePlanPin('gone'));
    expect(pins()).toHaveLength(4);
  });

  it('knows a setup by what is in it, not by which object it is', () => {
    store.dispatch(togglePin({ name: 'x', carId: 'c1', file }));
    expect(pinOf(pins(), structuredClone(file))).toBe(pins()[0]);
    store.dispatch(repinned([{ id: pins()[0]!.id, file: { ...file, name: 'other' } }]));
    expect(pinOf(pins(), file)).toBeUndefined();
  });

  it('names a plan with its car, once', () => {
    expect(nameOf('Ridgeback', 'Sixty')).toBe('Ridgeback · Sixty');
    expect(nameOf('Ridgeback', 'Ridgeback as bought')).toBe('Ridgeback as bought');
  });
});

describe('pins are kept in the browser', () => {
  const stored = new Map<string, string>();
  beforeAll(() => {
    Object.defineProperty(globalThis, 'localStorage', {
      value: { getItem: (key: string) => stored.get(key) ?? null, setItem: (key: string, value: string) => stored.set(key, value) },
      configurable: true,
    });
  });

  const recalled = async () => {
    const fresh = createStore();
    await recallPins(fresh);
    return fresh.getState().pins;
  };

  it('and come back, without what is not one or cannot be computed', async () => {
    expect(await recalled()).toEqual([]);
    store.dispatch(togglePlanPin('p1'));
    storePins(pins());
    expect(await recalled()).toEqual(pins());
    const file = { ...pins()[0]!.file, motor: { kind: 'steam' } };
    stored.set('puddler.pins.v1', JSON.stringify([null, { id: 'x' }, { ...pins()[0], file }, ...pins()]));
    expect(await recalled()).toEqual(pins());
    for (const torn of ['torn{', '{}']) {
      stored.set('puddler.pins.v1', torn);
      expect(await recalled()).toEqual([]);
    }
  });

  it('before those that were made since', async () => {
    store.dispatch(togglePlanPin('p1'));
    storePins(pins());
    const fresh = createStore();
    fresh.dispatch(pinned({ ...pins()[0]!, id: 'since' }));
    await recallPins(fresh);
    expect(fresh.getState().pins.map(({ id }) => id)).toEqual([pins()[0]!.id, 'since']);
  });
});
