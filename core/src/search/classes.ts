import type { Esc, InrunnerMotor, Motor, OutrunnerMotor, Pack } from '../plan/plan-file';

/** Cars by their weight, up to these [kg]: 1/24, 1/18 to 1/12, the most, and 1/5 beyond. */
export const UP_TO_KG = { tiny: 0.6, light: 1.35, usual: 7 };

/** Sizes that parts are commonly sold in for cars of some weight, for searches beyond the shelf. No maker's figures: labels' usual steps. */
interface Sizes {
  /** Up to this weight of the car [kg]. */
  upToKg: number;
  /** Can sizes [mm] and the kv each is commonly wound for. */
  inrunners: readonly { size: readonly [diameterMm: number, lengthMm: number]; kv: readonly number[]; shaftMm: number; maxCells: number }[];
  /** Stator sizes [mm] and the kv each is commonly wound for. */
  outrunners: readonly { size: readonly [diameterMm: number, heightMm: number]; kv: readonly number[]; shaftMm: number }[];
  escs: readonly { amps: readonly number[]; cells: readonly [min: number, max: number] }[];
  packs: { cells: readonly number[]; capacityAh: readonly number[] };
}

const SIZES: readonly Sizes[] = [
  {
    upToKg: UP_TO_KG.tiny,
    inrunners: [{ size: [20, 30], kv: [3500, 4500, 5800], shaftMm: 2, maxCells: 2 }],
    outrunners: [
      { size: [13, 6], kv: [2400, 3200, 4000], shaftMm: 1.5 },
      { size: [15, 15], kv: [1500, 2200, 3000], shaftMm: 2 },
    ],
    escs: [
      { amps: [12], cells: [2, 2] },
      { amps: [20, 25], cells: [2, 3] },
    ],
    packs: { cells: [2, 3], capacityAh: [0.3, 0.45, 0.65, 0.85] },
  },
  {
    upToKg: UP_TO_KG.light,
    inrunners: [
      { size: [20, 40], kv: [3800, 4800, 5500], shaftMm: 2, maxCells: 2 },
      { size: [24, 35], kv: [3500, 4500, 5500, 6500], shaftMm: 2.3, maxCells: 3 },
      { size: [28, 38], kv: [3000, 3600, 4200, 5000], shaftMm: 3.17, maxCells: 3 },
    ],
    outrunners: [
      { size: [18, 12], kv: [1800, 2400, 3000], shaftMm: 2 },
      { size: [22, 12], kv: [1200, 1500, 2100], shaftMm: 3.17 },
    ],
    escs: [{ amps: [25, 35, 45], cells: [2, 3] }],
    packs: { cells: [2, 3], capacityAh: [0.85, 1.1, 1.5, 2.2, 3.3] },
  },
  {
    upToKg: UP_TO_KG.usual,
    inrunners: [
      { size: [28, 38], kv: [3000, 3600, 4200, 5000], shaftMm: 3.17, maxCells: 3 },
      { size: [36, 50], kv: [2200, 2700, 3000, 3500, 3900, 4300], shaftMm: 3.17, maxCells: 3 },
      { size: [36, 60], kv: [1900, 2300, 2700, 3200, 3600], shaftMm: 5, maxCells: 4 },
      { size: [36, 74], kv: [1700, 2000, 2250, 2650], shaftMm: 5, maxCells: 4 },
      { size: [40, 68], kv: [1500, 1900, 2250], shaftMm: 5, maxCells: 6 },
      { size: [42, 74], kv: [1300, 1650, 2000], shaftMm: 5, maxCells: 6 },
    ],
    outrunners: [
      { size: [22, 12], kv: [900, 1200, 1500], shaftMm: 3.17 },
      { size: [28, 14], kv: [700, 900, 1100, 1500], shaftMm: 3.17 },
      { size: [35, 15], kv: [600, 800, 1000], shaftMm: 5 },
    ],
    escs: [
      { amps: [35, 45, 60, 80], cells: [2, 3] },
      { amps: [120], cells: [2, 4] },
      { amps: [150], cells: [3, 6] },
    ],
    packs: { cells: [2, 3, 4, 6], capacityAh: [2.2, 3.3, 4, 5, 6] },
  },
  {
    upToKg: Infinity,
    inrunners: [
      { size: [42, 74], kv: [1300, 1650, 2000], shaftMm: 5, maxCells: 6 },
      { size: [49, 92], kv: [1100, 1350, 1650], shaftMm: 8, maxCells: 6 },
      { size: [56, 87], kv: [800, 1000, 1100], shaftMm: 8, maxCells: 8 },
      { size: [56, 112], kv: [600, 780, 950], shaftMm: 8, maxCells: 8 },
    ],
    outrunners: [
      { size: [42, 20], kv: [500, 650, 800], shaftMm: 6 },
      { size: [50, 25], kv: [300, 400, 500], shaftMm: 8 },
    ],
    escs: [
      { amps: [150], cells: [3, 6] },
      { amps: [160, 200, 300], cells: [3, 8] },
    ],
    packs: { cells: [4, 6, 8], capacityAh: [4, 5, 6, 8, 10] },
  },
];

/** Generic parts, each with a name of its own. */
export interface Classes {
  motors: readonly Motor[];
  escs: readonly Esc[];
  packs: readonly Pack[];
}

const CLASSES = SIZES.map(({ inrunners, outrunners, escs, packs }): Classes => ({
  motors: [
    ...inrunners.flatMap(({ size: [diameterMm, lengthMm], kv, shaftMm, maxCells }) =>
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
    ...outrunners.flatMap(({ size: [statorDiameterMm, statorHeightMm], kv, shaftMm }) =>
      kv.map((kvRpmPerV): OutrunnerMotor => ({
        name: `any ${statorDiameterMm}${String(statorHeightMm).padStart(2, '0')} outrunner, ${kvRpmPerV} kv`,
        kind: 'brushless',
        form: 'outrunner',
        kvRpmPerV,
        statorDiameterMm,
        statorHeightMm,
        shaftMm,
      })),
    ),
  ],
  escs: escs.flatMap(({ amps, cells: [minCells, maxCells] }) =>
    amps.map((continuousA): Esc => ({
      name: `any ${continuousA} A ESC, ${minCells === maxCells ? '' : `${minCells}–`}${maxCells}S`,
      continuousA,
      minCells,
      maxCells,
    })),
  ),
  packs: packs.cells.flatMap((cells) =>
    packs.capacityAh.map((capacityAh): Pack => ({
      name: `any ${cells}S ${Math.round(1000 * capacityAh)} mAh 40C LiPo`,
      chemistry: 'lipo',
      cells,
      capacityAh,
      cRating: 40,
    })),
  ),
}));

/** What is commonly sold for a car of that weight: nobody puts a pack of 900 g into a truck of 260. */
export const classesFor = ({ massKg }: { massKg: number }): Classes => CLASSES[SIZES.findIndex(({ upToKg }) => massKg <= upToKg)]!;

export const PINION_TEETH: readonly number[] = Array.from({ length: 22 }, (_, i) => 10 + i);
