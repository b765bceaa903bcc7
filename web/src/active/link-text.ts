import { capitalized, packNames } from '@puddler/core';
import type { LinkName, LinkUse, PlanFile, PowerBand, Steady } from '@puddler/core';
import { formatIn, formatNumber, unitOf, type UnitSystem } from '@puddler/figures';
import { wordFor } from '../ui/words';
import { isBurnt } from './heat-text';
import { ratingText } from './part-text';

/** A number short enough to stand on the band. */
export function short(value: number): string {
  const size = Math.abs(value);
  return formatNumber(value, size >= 100 ? 0 : size >= 10 ? 1 : 2);
}

/** The two figures that cross into a link, as lines. */
export function crossing(link: LinkName, band: PowerBand, system: UnitSystem): string[] {
  switch (link) {
    case 'pack':
      return [`${short(band.packTerminalV)} V`, `${short(band.packA)} A`];
    case 'esc':
      return [`${short(band.busV)} V`, `${short(band.packA)} A`];
    case 'motor':
      return [`${formatNumber(Math.round((band.motorRadS * 3) / Math.PI) * 10, 0)} rpm`, torque(band.shaftTorqueNm)];
    case 'gears':
      return [`${formatNumber((band.wheelRadS * 30) / Math.PI, 0)} rpm`, torque(band.wheelTorqueNm)];
    case 'tyres':
      return [`${short(band.forceN)} N`];
    case 'road': {
      const unit = unitOf('m/s', system);
      return [`${formatIn(band.speedMs, unit)} ${unit.symbol}`];
    }
  }
}

const torque = (nm: number): string => (Math.abs(nm) < 1 ? `${short(1000 * nm)} mN·m` : `${short(nm)} N·m`);

/** The part's name at the head of a link. */
export function headline(link: LinkName, file: PlanFile, system: UnitSystem): string {
  switch (link) {
    case 'pack':
      return packNames(file.packs);
    case 'esc':
      return file.motorCount && file.motorCount > 1 ? `${file.motorCount} × ${file.esc.name}` : file.esc.name;
    case 'motor':
      return file.motorCount && file.motorCount > 1 ? `${file.motorCount} × ${file.motor.name}` : file.motor.name;
    case 'gears':
      return file.gearing.pinion === undefined ? 'Direct drive' : `${file.gearing.pinion} / ${file.gearing.spur}`;
    case 'tyres': {
      const unit = unitOf('mm', system);
      return `${formatIn(file.car.tyre.diameterMm, unit)} ${unit.symbol}`;
    }
    case 'road': {
      return capitalized(wordFor(file.site.surface));
    }
  }
}

/** Of a part of which nobody has said which it is. */
const usual = (link: LinkName, { usualParts = [] }: PlanFile): string => (usualParts.some((part) => part === link) ? 'usual, not known · ' : '');

/** Of gears that are only usual for the kind of car, which they are. */
function uncounted({ gearing: { typical = [] } }: PlanFile): string {
  return typical.length === 0 ? '' : `${typical.length === 1 ? `${typical[0]} ` : ''}typical, not counted · `;
}

/** The line under the steppers: what else counts about the part. */
export const detail = (link: LinkName, file: PlanFile, steady: Steady | undefined, system: UnitSystem): string =>
  usual(link, file) + detailOf(link, file, steady, system);

function detailOf(link: LinkName, file: PlanFile, steady: Steady | undefined, system: UnitSystem): string {
  switch (link) {
    case 'pack':
      return (
        file.packs.map((pack) => `${wordFor(pack.chemistry)} ${formatNumber(pack.capacityAh, 2)} Ah${ratingText(pack)}`)[0]! +
        (file.packs.length > 1 ? ` · ${file.packs.length} in ${file.packWiring ?? 'series'}` : '')
      );
    case 'esc':
      return file.esc.burstA === undefined ? 'burst 4 × rating' : `burst ${formatNumber(file.esc.burstA, 0)} A`;
    case 'motor': {
      const { motor } = file;
      if (motor.kind === 'brushed') return `${motor.sizeClass} brushed${motor.turns ? ` · ${motor.turns} turns` : ''}`;
      const size =
        motor.form === 'inrunner' ? `${motor.diameterMm} × ${motor.lengthMm}` : `stator ${motor.statorDiameterMm} × ${motor.statorHeightMm}`;
      return `${size} · ${motor.poles ?? (motor.form === 'inrunner' ? 4 : 14)}-pole`;
    }
    case 'gears':
      return steady
        ? `${uncounted(file)}final ${short(steady.finalDriveRatio)} : 1 · ${formatIn(steady.rolloutMm, unitOf('mm', system))} ${unitOf('mm', system).symbol} a turn`
        : '';
    case 'tyres':
      return file.car.drive === 'tracked'
        ? 'track around its sprocket'
        : `growth ${formatNumber(file.car.tyre.growthPctAt100KmH ?? 0, 1)} % · ${wordFor(file.car.drive)}`;
    case 'road':
      return `${formatNumber(file.site.gradePct ?? 0, 1)} % slope${file.tow ? ` · ${formatIn(file.tow.massKg, unitOf('kg', system))} ${unitOf('kg', system).symbol} behind` : ''}`;
  }
}

/** How much of its limit a link uses, in words. */
export function wordsForUse(use: LinkUse, system: UnitSystem): string {
  switch (use.figure) {
    case 'pack-current':
      return `peak ${short(use.value)} A, stop at ${short(use.limit)}`;
    case 'esc-continuous':
      return `${short(use.value)} A, stop at ${short(use.limit)}`;
    case 'esc-burst':
      return `peak ${short(use.value)} A, stop at ${short(use.limit)}`;
    case 'motor-temperature': {
      const unit = unitOf('°C', system);
      return isBurnt(use.value) ? 'can burns' : `can ${formatIn(use.value, unit)} of ${formatIn(use.limit, unit)} ${unit.symbol}`;
    }
    case 'motor-rpm':
      return `motor ${formatNumber(use.value, 0)} of ${formatNumber(use.limit, 0)} rpm`;
    case 'grip':
      return use.share >= 0.999 ? 'starts at the limit of grip' : `start uses ${formatNumber(100 * use.share, 0)} % of grip`;
    case 'radio-range':
      return `${short(use.value)} s to the edge of range`;
  }
}
