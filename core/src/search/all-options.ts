import type { PlanFile } from '../plan/plan-file';
import { packNames } from '../plan/words';
import { classesFor } from './classes';
import { gearOptions } from './gear-options';
import { distinct, type EscOption, type MotorOption, type PackOption, type SearchOptions, type SearchScope, type ShelfPart } from './options';
import { Stock, times } from './stock';

/**
 * Every option that a scope allows for each link. The plan's own part is always among them; when the shelf holds a part of the same
 * name, that one is taken instead. Worn-out parts are left out.
 */
export function searchOptions(base: PlanFile, shelf: readonly ShelfPart[], scope: SearchScope): SearchOptions {
  const stock = new Stock(shelf, base);
  const counts = scope.twoMotors ? [1, 2] : [stock.fittedMotors];
  const escs = escOptions(base, stock, scope);
  return {
    motors: distinct(motorOptions(base, stock, scope, counts)),
    // With two motors the price of a second ESC counts too, so ESCs that differ only in price are not the same.
    escs: Math.max(...counts) > 1 ? escs : distinct(escs),
    packs: distinct(packOptions(base, stock, scope)),
    ...gearOptions(base, stock, scope.gears),
    gearbox:
      scope.gearbox && base.car.gearboxRatios?.length
        ? base.car.gearboxRatios.map(({ name, ratio }) => ({ name, ratio }))
        : [{ name: '', ratio: base.gearing.gearboxRatio }],
  };
}

function motorOptions(base: PlanFile, stock: Stock, { motor: source }: SearchScope, counts: readonly number[]): MotorOption[] {
  const motors = [
    ...stock.own('motor', source, base.motor).map(({ part, ...price }) => ({
      key: 'plan',
      motor: part,
      price: (n: number) => (source === 'plan' ? stock.ownMotors(n) : times(price, n)),
    })),
    ...stock.ofKind('motor', source).map(({ id, part }) => ({
      key: id,
      motor: { name: part.name, ...part.spec },
      price: (n: number) => stock.priced(part, n),
    })),
    ...(source === 'classes'
      ? classesFor(base.car).motors.map((motor) => ({ key: motor.name, motor, price: (n: number) => stock.generic('motor', n) }))
      : []),
  ];
  return motors.flatMap(({ key, motor, price }) =>
    counts.map((count): MotorOption => ({ key: count > 1 ? `${key}×${count}` : key, name: motor.name, ...price(count), fields: { motor, count } })),
  );
}

function escOptions(base: PlanFile, stock: Stock, { esc: source }: SearchScope): EscOption[] {
  const unknown = { eachMoney: stock.each('esc'), eachGuessed: true };
  return [
    ...stock
      .own('esc', source, base.esc)
      .map(({ part: esc, ...price }): EscOption => ({ key: 'plan', name: esc.name, ...price, fields: { esc, ...unknown } })),
    ...stock.ofKind('esc', source).map(({ id, part }): EscOption => ({
      key: id,
      name: part.name,
      ...stock.priced(part, 1),
      fields: { esc: { name: part.name, ...part.spec }, eachMoney: stock.each('esc', part), eachGuessed: part.price === undefined },
    })),
    ...(source === 'classes'
      ? classesFor(base.car).escs.map((esc): EscOption => ({
          key: esc.name,
          name: esc.name,
          ...stock.generic('esc', 1),
          fields: { esc, ...unknown },
        }))
      : []),
  ];
}

function packOptions(base: PlanFile, stock: Stock, { pack: source, packPairs }: SearchScope): PackOption[] {
  const wirings = packPairs ? ([undefined, 'series', 'parallel'] as const) : ([undefined] as const);
  const singles = [
    ...stock
      .ofKind('pack', source)
      .map(({ id, part }) => ({ key: id, pack: { name: part.name, ...part.spec }, price: (n: number) => stock.priced(part, n) })),
    ...(source === 'classes'
      ? classesFor(base.car).packs.map((pack) => ({ key: pack.name, pack, price: (n: number) => stock.generic('pack', n) }))
      : []),
  ];
  const pairs = singles.flatMap(({ key, pack, price }) =>
    wirings.map((wiring): PackOption => {
      const count = wiring ? 2 : 1;
      return {
        key: wiring ? `${key}×2 ${wiring}` : key,
        name: wiring ? `two ${pack.name} in ${wiring}` : pack.name,
        ...price(count),
        fields: { packs: Array.from({ length: count }, () => pack), wiring },
      };
    }),
  );
  const whole = stock.own('pack', source, base.packs[0]!).map(({ part: _part, ...price }): PackOption => ({
    key: 'plan',
    name: packNames(base.packs),
    ...price,
    fields: { packs: base.packs, wiring: base.packWiring },
  }));
  return [...whole, ...pairs];
}
