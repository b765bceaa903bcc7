import { compact } from '../compact';
import { isUnder } from '../plan/figure-path';
import type { Motor, PlanFile } from '../plan/plan-file';
import { usualPartAt } from '../plan/usual-parts';
import type { PinionOption, SearchOptions, SpurOption } from './options';

type Gearing = PlanFile['gearing'];

/** One combination: places in the space's lists. With direct drive `pinion` and `spur` are 0 and mean nothing. */
export interface Choice {
  motor: number;
  pack: number;
  esc: number;
  pinion: number;
  spur: number;
  gearbox: number;
}

/** `base` with a choice's parts and gears. What was measured of a part that goes is no longer said to be. */
export function choicePlan(base: PlanFile, options: SearchOptions, choice: Choice): PlanFile {
  const { motors, packs, escs, pinions, spurs, gearbox } = options;
  const { motor, count } = motors[choice.motor]!.fields;
  const { packs: all, wiring } = packs[choice.pack]!.fields;
  const { esc } = escs[choice.esc]!.fields;
  const { packWiring: _wiring, motorCount: _count, usualParts, measured, ...rest } = base;
  const kept = { motor: motor === base.motor, esc: esc === base.esc, pack: all === base.packs };
  const stays = (measured ?? []).filter((path) => {
    const part = usualPartAt(path);
    return part ? kept[part] : !isUnder(path, 'gearing');
  });
  const usual = usualParts?.filter((part) => kept[part]) ?? [];
  return {
    ...rest,
    ...(usual.length > 0 ? { usualParts: usual } : {}),
    motor,
    ...(count > 1 || base.motorCount !== undefined ? { motorCount: count } : {}),
    esc,
    packs: all,
    ...(wiring ? { packWiring: wiring } : {}),
    gearing: choiceGearing(pinions[choice.pinion], spurs[choice.spur], gearbox[choice.gearbox]!.ratio, motor),
    ...(stays.length > 0 ? { measured: stays } : {}),
  };
}

/** Gears as a plan has them; without a pair, direct drive. */
export function choiceGearing(
  pinion: PinionOption | undefined,
  spur: SpurOption | undefined,
  gearboxRatio: number | undefined,
  motor: Motor,
): Gearing {
  if (!pinion || !spur) return withGearbox({}, gearboxRatio);
  const boreMm = pinion.fields.boreMm === 'of the shaft' ? motor.shaftMm : pinion.fields.boreMm;
  const { moduleMm } = pinion.fields;
  return withGearbox(
    {
      pinion: pinion.fields.teeth,
      spur: spur.fields.teeth,
      ...compact({ moduleMm, spurModuleMm: spur.fields.moduleMm, pinionBoreMm: boreMm }),
    },
    gearboxRatio,
  );
}

export function withGearbox(pair: Omit<Gearing, 'gearboxRatio'>, gearboxRatio: number | undefined): Gearing {
  return { ...pair, ...compact({ gearboxRatio }) };
}
