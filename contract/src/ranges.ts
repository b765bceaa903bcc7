/**
 * The sane range of every number in a plan file, by its path without list indices. Wide on purpose: it is there to catch
 * a slipped digit or a wrong unit, not to judge a build. Joi, the JSON Schema and the page's steppers all hold to it.
 */
export interface Range {
  min: number;
  max: number;
  /** As printed behind the figure; empty for a plain number. */
  unit: string;
  integer?: true;
}

/** Amounts in the builder's own currency. */
export const MONEY = 'money';

export const RANGES = {
  'car.massKg': { min: 0.05, max: 200, unit: 'kg' },
  'car.driveEfficiency': { min: 0.2, max: 1, unit: '' },
  'car.internalRatio': { min: 0.1, max: 500, unit: '' },
  'car.gearboxRatios.ratio': { min: 0.05, max: 50, unit: '' },
  'car.tyre.diameterMm': { min: 10, max: 600, unit: 'mm' },
  'car.tyre.growthPctAt100KmH': { min: 0, max: 100, unit: '%' },
  'car.widthMm': { min: 10, max: 2000, unit: 'mm' },
  'car.heightMm': { min: 10, max: 2000, unit: 'mm' },
  'car.dragAreaM2': { min: 0.0001, max: 2, unit: 'm²' },
  'car.wheelbaseMm': { min: 20, max: 3000, unit: 'mm' },
  'car.cgHeightMm': { min: 1, max: 1000, unit: 'mm' },
  'car.frontWeightPct': { min: 1, max: 99, unit: '%' },
  'car.wheelMassG': { min: 0, max: 5000, unit: 'g' },
  'car.weighedPartsG': { min: 0, max: 100000, unit: 'g' },
  'car.bay.motorDiameterMm': { min: 5, max: 200, unit: 'mm' },
  'car.bay.motorLengthMm': { min: 5, max: 300, unit: 'mm' },
  'car.bay.escLengthMm': { min: 5, max: 500, unit: 'mm' },
  'car.bay.escWidthMm': { min: 5, max: 500, unit: 'mm' },
  'car.bay.escHeightMm': { min: 2, max: 500, unit: 'mm' },
  'car.bay.packLengthMm': { min: 5, max: 1000, unit: 'mm' },
  'car.bay.packWidthMm': { min: 5, max: 500, unit: 'mm' },
  'car.bay.packHeightMm': { min: 2, max: 500, unit: 'mm' },
  'car.bay.meshMinMm': { min: 1, max: 500, unit: 'mm' },
  'car.bay.meshMaxMm': { min: 1, max: 500, unit: 'mm' },
  'car.bay.spurMin': { min: 4, max: 400, unit: 'teeth', integer: true },
  'car.bay.spurMax': { min: 4, max: 400, unit: 'teeth', integer: true },
  'car.bay.nearestPartMm': { min: 1, max: 500, unit: 'mm' },
  'car.bay.mountCircleMm': { min: 3, max: 200, unit: 'mm' },
  'car.bay.screwPastPlateMm': { min: 0, max: 50, unit: 'mm' },
  'car.bay.pinionBoreMm': { min: 0.5, max: 25, unit: 'mm' },
  'car.bay.moduleMm': { min: 0.1, max: 5, unit: 'mm' },
  'car.bay.receiverMaxV': { min: 3, max: 15, unit: 'V' },
  'car.bay.servoMaxV': { min: 3, max: 15, unit: 'V' },
  'car.bay.servoStallA': { min: 0.05, max: 50, unit: 'A' },
  'motor.kvRpmPerV': { min: 5, max: 100000, unit: 'rpm/V' },
  'motor.turns': { min: 0.5, max: 500, unit: 'turns' },
  'motor.diameterMm': { min: 5, max: 200, unit: 'mm' },
  'motor.lengthMm': { min: 5, max: 300, unit: 'mm' },
  'motor.statorDiameterMm': { min: 4, max: 200, unit: 'mm' },
  'motor.statorHeightMm': { min: 1, max: 200, unit: 'mm' },
  'motor.poles': { min: 2, max: 100, unit: 'poles', integer: true },
  'motor.resistanceOhm': { min: 0.00005, max: 200, unit: 'Ω' },
  'motor.noLoadCurrentA': { min: 0.001, max: 100, unit: 'A' },
  'motor.noLoadVoltageV': { min: 0.5, max: 100, unit: 'V' },
  'motor.massG': { min: 1, max: 20000, unit: 'g' },
  'motor.shaftMm': { min: 0.5, max: 25, unit: 'mm' },
  'motor.maxRpm': { min: 100, max: 1000000, unit: 'rpm' },
  'motor.maxCells': { min: 1, max: 60, unit: 'cells', integer: true },
  'motor.commutationLagUs': { min: 0, max: 1000, unit: 'µs' },
  'motor.rotorInertiaKgM2': { min: 0, max: 0.1, unit: 'kg·m²' },
  'motor.mountCircleMm': { min: 3, max: 200, unit: 'mm' },
  'motor.threadDepthMm': { min: 0.5, max: 50, unit: 'mm' },
  motorCount: { min: 1, max: 8, unit: 'motors', integer: true },
  'esc.continuousA': { min: 0.5, max: 2000, unit: 'A' },
  'esc.burstA': { min: 0.5, max: 10000, unit: 'A' },
  'esc.minCells': { min: 1, max: 60, unit: 'cells', integer: true },
  'esc.maxCells': { min: 1, max: 60, unit: 'cells', integer: true },
  'esc.resistanceOhm': { min: 0.000001, max: 5, unit: 'Ω' },
  'esc.massG': { min: 0.5, max: 10000, unit: 'g' },
  'esc.cutoffVPerCell': { min: 0, max: 4.3, unit: 'V' },
  'esc.becV': { min: 3, max: 15, unit: 'V' },
  'esc.becA': { min: 0.1, max: 50, unit: 'A' },
  'esc.capacitorV': { min: 3, max: 200, unit: 'V' },
  'esc.lengthMm': { min: 5, max: 500, unit: 'mm' },
  'esc.widthMm': { min: 5, max: 500, unit: 'mm' },
  'esc.heightMm': { min: 2, max: 500, unit: 'mm' },
  'packs.cells': { min: 1, max: 30, unit: 'cells', integer: true },
  'packs.capacityAh': { min: 0.05, max: 200, unit: 'Ah' },
  'packs.cRating': { min: 0.5, max: 400, unit: 'C' },
  'packs.cellResistanceOhm': { min: 0.00001, max: 2, unit: 'Ω' },
  'packs.massG': { min: 1, max: 50000, unit: 'g' },
  'packs.plugA': { min: 0.5, max: 2000, unit: 'A' },
  'packs.lengthMm': { min: 5, max: 1000, unit: 'mm' },
  'packs.widthMm': { min: 5, max: 500, unit: 'mm' },
  'packs.heightMm': { min: 2, max: 500, unit: 'mm' },
  'wiring.resistanceOhm': { min: 0, max: 2, unit: 'Ω' },
  'gearing.pinion': { min: 4, max: 200, unit: 'teeth', integer: true },
  'gearing.spur': { min: 4, max: 400, unit: 'teeth', integer: true },
  'gearing.moduleMm': { min: 0.1, max: 5, unit: 'mm' },
  'gearing.spurModuleMm': { min: 0.1, max: 5, unit: 'mm' },
  'gearing.pinionBoreMm': { min: 0.5, max: 25, unit: 'mm' },
  'gearing.gearboxRatio': { min: 0.05, max: 50, unit: '' },
  'tow.massKg': { min: 0, max: 1000, unit: 'kg' },
  'tow.rollingResistance': { min: 0, max: 1, unit: '' },
  'site.ambientC': { min: -40, max: 60, unit: '°C' },
  'site.altitudeM': { min: -500, max: 9000, unit: 'm' },
  'site.gradePct': { min: -100, max: 100, unit: '%' },
  'site.packC': { min: -40, max: 80, unit: '°C' },
  'site.grip': { min: 0.02, max: 3, unit: '' },
  'site.rollingResistance': { min: 0, max: 1, unit: '' },
  'site.straightM': { min: 1, max: 10000, unit: 'm' },
  'site.radioRangeM': { min: 1, max: 20000, unit: 'm' },
  startCharge: { min: 0, max: 1, unit: '' },
  'run.minutes': { min: 0.05, max: 1440, unit: 'min' },
  'part.price': { min: 0, max: 100000, unit: MONEY },
  'part.massG': { min: 0, max: 5000, unit: 'g' },
  'part.fanSizeMm': { min: 5, max: 200, unit: 'mm' },
  'wish.topSpeed.speedMs': { min: 0.1, max: 150, unit: 'm/s' },
  'wish.minutes': { min: 0.1, max: 1440, unit: 'min' },
  'wish.canC': { min: -20, max: 250, unit: '°C' },
  'wish.climbPct': { min: 0, max: 500, unit: '%' },
  'wish.pullN': { min: 0, max: 10000, unit: 'N' },
  'wish.crawlMs': { min: 0, max: 50, unit: 'm/s' },
  'wish.newMoney': { min: 0, max: 1000000, unit: MONEY },
  'lines.price': { min: 0, max: 100000, unit: MONEY },
  'own.count': { min: 1, max: 99, unit: '', integer: true },
  'bundles.price': { min: 0, max: 100000, unit: MONEY },
  'sales.price': { min: 0, max: 100000, unit: MONEY },
  'budget.amount': { min: 0, max: 100000, unit: MONEY },
  'budget.start': { min: 0, max: 100000, unit: MONEY },
  'budget.wish': { min: 0, max: 1000000, unit: MONEY },
  'steps.reading': { min: -100, max: 20000, unit: '' },
  'choices.plateMm': { min: 0.2, max: 50, unit: 'mm' },
  'passes.speedMs': { min: 0.1, max: 150, unit: 'm/s' },
  'readings.c': { min: -60, max: 400, unit: '°C' },
  'readings.afterStopS': { min: 0, max: 3600, unit: 's' },
  'current.settledA': { min: 0.01, max: 5000, unit: 'A' },
  'current.peakA': { min: 0.01, max: 10000, unit: 'A' },
  'current.minPackV': { min: 0.5, max: 200, unit: 'V' },
  'ladder.readyC': { min: -20, max: 90, unit: '°C' },
  'logs.shiftS': { min: -100000, max: 100000, unit: 's' },
  'logs.place': { min: 0, max: 1000, unit: '', integer: true },
  usedAh: { min: 0, max: 200, unit: 'Ah' },
  'launch.to18m3S': { min: 0.3, max: 60, unit: 's' },
  'launch.to40m2S': { min: 0.4, max: 120, unit: 's' },
  'launch.peakG': { min: 0, max: 20, unit: 'g' },
  'today.topSpeedMs': { min: 0.1, max: 150, unit: 'm/s' },
  'today.canC': { min: -20, max: 250, unit: '°C' },
} as const satisfies Record<string, Range>;

export type RangePath = keyof typeof RANGES;

/** The range of a field by its path, list indices and all (`packs[0].cells`). Undefined for what is not a number. */
export function rangeOf(path: string): Range | undefined {
  // What the bench notes is ranged by its own name, wherever it stands in a document.
  const plain = path.replace(/\[\d+\]/g, '').replace(/^bench\./, '');
  return Object.hasOwn(RANGES, plain) ? RANGES[plain as RangePath] : undefined;
}

/** “5 to 200 mm”, for messages. */
export function rangeText(range: Range): string {
  return `${range.integer ? 'a whole number from ' : ''}${range.min} to ${range.max}${range.unit && range.unit !== MONEY ? ` ${range.unit}` : ''}`;
}
