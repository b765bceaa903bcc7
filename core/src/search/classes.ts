import type { Esc, InrunnerMotor, Motor, OutrunnerMotor, Pack } from '../plan/plan-file';

/** Sizes that parts are commonly sold in, for searches beyond the shelf. No maker's figures: labels' usual steps. */

/** Can sizes [mm] and the kv each is commonly wound for. */
const INRUNNERS: readonly { diameterMm: number; lengthMm: number; kv: readonly number[]; shaftMm: number; maxCells: number }[] = [
  { diameterMm: 28, lengthMm: 38, kv: [3000, 3600, 4200, 5000], shaftMm: 3.17, maxCells: 3 },
  { diameterMm: 36, lengthMm: 50, kv: [2200, 2700, 3000, 3500, 3900, 4300], shaftMm: 3.17, maxCells: 3 },
  { diameterMm: 36, lengthMm: 60, kv: [1900, 2300, 2700, 3200, 3600], shaftMm: 5, maxCells: 4 },
  { diameterMm: 36, lengthMm: 74, kv: [1700, 2000, 2250, 2650], shaftMm: 5, maxCells: 4 },
  { diameterMm: 40, lengthMm: 68, kv: [1500, 1900, 2250], shaftMm: 5, maxCells: 6 },
  { diameterMm: 42, lengthMm: 74, kv: [1300, 1650, 2000], shaftMm: 5, maxCells: 6 },
];

/** Stator sizes [mm] and the kv each is commonly wound for. */
const OUTRUNNERS: readonly { statorDiameterMm: number; statorHeightMm: number; kv: readonly number[]; shaftMm: number }[] = [
  { statorDiameterMm: 22, statorHeightMm: 12, kv: [900, 1200, 1500], shaftMm: 3.17 },
  { statorDiameterMm: 28, statorHeightMm: 14, kv: [700, 900, 1100, 1500], shaftMm: 3.17 },
  { statorDiameterMm: 35, statorHeightMm: 15, kv: [600, 800, 1000], shaftMm: 5 },
];

export const MOTOR_CLASSES: readonly Motor[] = [
  ...INRUNNERS.flatMap(({ diameterMm, lengthMm, kv, shaftMm, maxCells }) =>
    kv.map((kvRpmPerV): InrunnerMotor => ({
      name: `any ${diameterMm}${lengthMm} inrunner, ${kvRpmPerV} kv`,
      kind: 'brushless',
      form: 'inrunner',
      kvRpmPerV,
      diameterMm,
      lengthMm,
      shaftMm,
      maxCells,
    })),
  ),
  ...OUTRUNNERS.flatMap(({ statorDiameterMm, statorHeightMm, kv, shaftMm }) =>
    kv.map((kvRpmPerV): OutrunnerMotor => ({
      name: `any ${statorDiameterMm}${statorHeightMm} outrunner, ${kvRpmPerV} kv`,
      kind: 'brushless',
      form: 'outrunner',
      kvRpmPerV,
      statorDiameterMm,
      statorHeightMm,
      shaftMm,
    })),
  ),
];

export const ESC_CLASSES: readonly Esc[] = [
  ...[35, 45, 60, 80].map((continuousA): Esc => ({ name: `any ${continuousA} A ESC, 2–3S`, continuousA, minCells: 2, maxCells: 3 })),
  { name: 'any 120 A ESC, 2–4S', continuousA: 120, minCells: 2, maxCells: 4 },
  { name: 'any 150 A ESC, 3–6S', continuousA: 150, minCells: 3, maxCells: 6 },
];

export const PACK_CLASSES: readonly Pack[] = [2, 3, 4, 6].flatMap((cells) =>
  [2.2, 3.3, 4, 5, 6].map((capacityAh): Pack => ({
    name: `any ${cells}S ${Math.round(1000 * capacityAh)} mAh 40C LiPo`,
    chemistry: 'lipo',
    cells,
    capacityAh,
    cRating: 40,
  })),
);

export const PINION_TEETH: readonly number[] = Array.from({ length: 22 }, (_, i) => 10 + i);
