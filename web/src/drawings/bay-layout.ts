import type { BayDrawing, Rect, Tray } from '@puddler/core';

const WIDTH = 690;
const MARGIN = 14;
/** Room above the gears and below the motor, for names and figures. */
const ROW = 36;
/** More room above and below where figures are typed on the drawing. */
const TYPED_ROW = 32;
/** Between the motor and the trays: its upright dimension stands there. */
const BESIDE = 130;
const MOST_SCALE = 5.5;
/** A field that is typed into, with its unit. */
const FIELD = 92;

/** A figure of the bay that is typed on the drawing where it is measured. */
export type BayPlace =
  | 'motorDiameterMm'
  | 'motorLengthMm'
  | 'meshMinMm'
  | 'meshMaxMm'
  | 'nearestPartMm'
  | 'escLengthMm'
  | 'escWidthMm'
  | 'packLengthMm'
  | 'packWidthMm';

/** Where the bay stands on its sheet: scales from millimetres, and the places of what is written beside it. */
export interface BayLayout {
  width: number;
  height: number;
  x: (mm: number) => number;
  y: (mm: number) => number;
  scale: number;
  left: number;
  right: number;
  top: number;
  bottom: number;
  trays: { tray: Tray; x: number; y: number }[];
  places: Record<BayPlace, { x: number; y: number }>;
}

/** Length and width of a part or a tray, where both are known [mm]. */
export const planOf = ({ lengthMm, widthMm }: Tray['part']) => (lengthMm !== undefined && widthMm !== undefined ? { lengthMm, widthMm } : undefined);

/** A tray that nobody measured, and no part tells, is drawn as large as this where its figures are typed [mm]. */
const BLANK = { lengthMm: 60, widthMm: 34 };

export const rectOf = ({ x, y, scale }: BayLayout, rect: Rect) => ({
  x: x(rect.xMm),
  y: y(rect.yMm),
  width: rect.widthMm * scale,
  height: rect.heightMm * scale,
});

/** Lays a bay out; `typed` keeps room for the figures of trays that are not known yet. */
export function layoutBay({ can, room, pinion, spur, nearestMm, trays: all }: BayDrawing, typed: boolean): BayLayout {
  const rects = [can, room, pinion, spur].filter((rect) => rect !== undefined);
  const left = Math.min(...rects.map((rect) => rect.xMm), -(nearestMm ?? 0));
  const right = Math.max(...rects.map((rect) => rect.xMm + rect.widthMm));
  const top = Math.min(...rects.map((rect) => rect.yMm));
  const bottom = Math.max(...rects.map((rect) => rect.yMm + rect.heightMm));
  const shown = all.filter((tray) => typed || (planOf(tray.part) ?? planOf(tray.room)));
  const sizeOf = ({ part, room: tray }: Tray, field: 'lengthMm' | 'widthMm') => Math.max(part[field] ?? 0, tray[field] ?? 0) || BLANK[field];
  const longest = Math.max(0, ...shown.map((tray) => sizeOf(tray, 'lengthMm')));
  const scale = Math.min((WIDTH - MARGIN - BESIDE - 8) / (right - left + longest), MOST_SCALE);
  const x = (value: number) => MARGIN + (value - left) * scale;
  const extra = typed ? TYPED_ROW : 0;
  const y = (value: number) => ROW + extra + (value - top) * scale;
  let below = 0;
  const trays = shown.map((tray) => {
    const place = { tray, x: x(right) + BESIDE - 8, y: below + ROW - 12 };
    below += sizeOf(tray, 'widthMm') * scale + ROW;
    return place;
  });
  const trayAt = (id: Tray['id']) => trays.find(({ tray }) => tray.id === id) ?? { x: 0, y: 0 };
  const inTray = (id: Tray['id'], row: number) => ({ x: trayAt(id).x + 8, y: trayAt(id).y + 8 + 30 * row });
  const shaftX = x(can.xMm + can.widthMm / 2);
  return {
    width: WIDTH,
    height: Math.max(y(bottom) + ROW + extra / 2, below),
    x,
    y,
    scale,
    left,
    right,
    top,
    bottom,
    trays,
    places: {
      motorDiameterMm: { x: shaftX - 50, y: y(bottom) + 4 },
      motorLengthMm: { x: x(right) + 16, y: y(bottom / 2) - 14 },
      meshMinMm: { x: Math.max(0, shaftX - 104), y: 15 },
      meshMaxMm: { x: shaftX + 2, y: 15 },
      // Beside the motor while nobody knows where the part is.
      nearestPartMm: { x: nearestMm === undefined ? Math.max(0, Math.min(x(0), x(can.xMm) - FIELD)) : x(-nearestMm) + 2, y: y(0) + 38 },
      escLengthMm: inTray('esc', 0),
      escWidthMm: inTray('esc', 1),
      packLengthMm: inTray('pack', 0),
      packWidthMm: inTray('pack', 1),
    },
  };
}
