import type { PlanFile } from '../plan/plan-file';
import { PINION_TEETH } from './classes';
import { distinct, type PartSource, type PinionOption, type SearchOptions, type SpurOption } from './options';
import { KEPT, type Stock } from './stock';

/** Pinions and spurs to try; none when the plan drives directly. */
export function gearOptions(base: PlanFile, stock: Stock, source: PartSource): Pick<SearchOptions, 'pinions' | 'spurs'> {
  const { pinion, spur, moduleMm, spurModuleMm, pinionBoreMm } = base.gearing;
  if (pinion === undefined || spur === undefined) return { pinions: [], spurs: [] };
  const keptPinion: PinionOption = { key: 'plan', name: `${pinion} T`, ...KEPT, fields: { teeth: pinion, moduleMm, boreMm: pinionBoreMm } };
  const keptSpur: SpurOption = { key: 'plan', name: `${spur} T`, ...KEPT, fields: { teeth: spur, moduleMm: spurModuleMm } };
  const pinions = stock.ofKind('pinion', source).map(({ id, part }): PinionOption => ({
    key: id,
    name: part.name,
    ...stock.priced(part, 1),
    fields: { teeth: part.spec.teeth, moduleMm: part.spec.moduleMm, boreMm: part.spec.boreMm },
  }));
  const spurs = stock.ofKind('spur', source).map(({ id, part }): SpurOption => ({
    key: id,
    name: part.name,
    ...stock.priced(part, 1),
    fields: { teeth: part.spec.teeth, moduleMm: part.spec.moduleMm },
  }));
  const generic = source === 'classes' ? genericGears(base, stock, moduleMm ?? base.car.bay?.moduleMm) : { pinions: [], spurs: [] };
  return { pinions: distinct([keptPinion, ...pinions, ...generic.pinions]), spurs: distinct([keptSpur, ...spurs, ...generic.spurs]) };
}

/** Every size that is cut: pinions by the table, spurs as far as they fit the car. */
function genericGears(base: PlanFile, stock: Stock, moduleMm: number | undefined): Pick<SearchOptions, 'pinions' | 'spurs'> {
  const { spurMin, spurMax } = base.car.bay ?? {};
  const teethOfSpurs = spurMin !== undefined && spurMax !== undefined ? Array.from({ length: spurMax - spurMin + 1 }, (_, i) => spurMin + i) : [];
  const named = (teeth: number) => ({ key: `${teeth}T`, name: `${teeth} T` });
  return {
    pinions: PINION_TEETH.map((teeth) => ({ ...named(teeth), ...stock.generic('pinion', 1), fields: { teeth, moduleMm, boreMm: 'of the shaft' } })),
    spurs: teethOfSpurs
      .filter((teeth) => teeth !== base.gearing.spur)
      .map((teeth) => ({ ...named(teeth), ...stock.generic('spur', 1), fields: { teeth, moduleMm } })),
  };
}
