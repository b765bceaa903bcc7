import type { FindingId } from '../findings/finding-ids';
import type { Limits } from '../findings/limits';
import type { PlanFile } from '../plan/plan-file';
import type { ResolvedPlan } from '../resolve/resolved-plan';

/** A rectangle seen from above [mm]: x along the car from the spur’s axle, y along the axles from the motor plate toward the motor. */
export interface Rect {
  xMm: number;
  yMm: number;
  widthMm: number;
  heightMm: number;
}

/** A tray and the part for it, drawn beside each other’s scale: where in the car it is nobody has said. */
export interface Tray {
  id: 'esc' | 'pack';
  label: string;
  part: { lengthMm?: number; widthMm?: number; heightMm?: number };
  room: { lengthMm?: number; widthMm?: number; heightMm?: number };
}

/** Something that touches or comes near: what, the room between [mm] (less than none: how much is over), and what it asks for. */
interface Touch {
  id: FindingId;
  what: string;
  gapMm: number;
  level: 'good' | 'caution' | 'stop';
  /** What has to go, where anything must, until it is no longer tight [mm]. */
  trimMm: number;
}

/** The bay from above, to scale; what has not been measured is left out. */
export interface BayDrawing {
  can: Rect;
  /** The place of the motor. */
  room: Rect | undefined;
  pinion: Rect | undefined;
  spur: Rect | undefined;
  /** From the spur’s axle: where the motor’s shaft can stand, and where these gears put it. */
  slot: { fromMm: number | undefined; toMm: number | undefined; atMm: number } | undefined;
  /** The nearest thing that the spur could touch, from its axle; drawn on the side away from the motor. */
  nearestMm: number | undefined;
  trays: Tray[];
  touches: Touch[];
}

/** Width of the teeth of a pinion and of a spur, as drawn: no plan has it, and nothing is judged by it [mm]. */
const FACE_MM = 6;
/** From the plate to the gears, as drawn [mm]. */
const GEARS_OFF_MM = 3;
/** Teeth stand out by a module all round. */
const outsideMm = (teeth: number, moduleMm: number) => moduleMm * (teeth + 2);

/** Draws the bay of a plan. Rectangles that are drawn are the same from which the touches are read. */
export function bayDrawing({ car, esc, packs, gearing }: PlanFile, { motor }: ResolvedPlan, limits: Limits): BayDrawing {
  const { bay = {} } = car;
  const { pinion: pinionTeeth, spur: spurTeeth } = gearing;
  const moduleMm = gearing.moduleMm ?? bay.moduleMm;
  const spurModuleMm = gearing.spurModuleMm ?? moduleMm;
  const geared = pinionTeeth !== undefined && spurTeeth !== undefined && moduleMm !== undefined;
  const shaftX = geared ? (moduleMm * (pinionTeeth + spurTeeth)) / 2 : (bay.meshMinMm ?? 0);
  const diameterMm = 1000 * motor.diameterM;
  const across = (centreX: number, sizeMm: number, yMm: number, heightMm: number): Rect => ({
    xMm: centreX - sizeMm / 2,
    yMm,
    widthMm: sizeMm,
    heightMm,
  });
  const can = across(shaftX, diameterMm, 0, 1000 * motor.lengthM);
  const gear = (centreX: number, teeth: number, size: number) => across(centreX, outsideMm(teeth, size), -GEARS_OFF_MM - FACE_MM, FACE_MM);
  const spur = geared ? gear(0, spurTeeth, spurModuleMm!) : undefined;
  const room =
    bay.motorDiameterMm === undefined && bay.motorLengthMm === undefined
      ? undefined
      : across(shaftX, bay.motorDiameterMm ?? diameterMm, 0, bay.motorLengthMm ?? can.heightMm);
  const drawing: Omit<BayDrawing, 'touches'> = {
    can,
    room,
    pinion: geared ? gear(shaftX, pinionTeeth, moduleMm) : undefined,
    spur,
    slot: geared && (bay.meshMinMm ?? bay.meshMaxMm) !== undefined ? { fromMm: bay.meshMinMm, toMm: bay.meshMaxMm, atMm: shaftX } : undefined,
    nearestMm: bay.nearestPartMm,
    trays: [
      {
        id: 'esc',
        label: 'ESC tray',
        part: sizes(esc),
        room: sizes({ lengthMm: bay.escLengthMm, widthMm: bay.escWidthMm, heightMm: bay.escHeightMm }),
      },
      {
        id: 'pack',
        label: 'Pack tray',
        part: sizes(largest(packs)),
        room: sizes({ lengthMm: bay.packLengthMm, widthMm: bay.packWidthMm, heightMm: bay.packHeightMm }),
      },
    ],
  };
  const measured = { diameter: bay.motorDiameterMm !== undefined, length: bay.motorLengthMm !== undefined };
  return { ...drawing, touches: touchesOf(drawing, measured, limits) };
}

type Sizes = Tray['part'];
const SIZES = ['lengthMm', 'widthMm', 'heightMm'] as const;
const sizes = (of: { [S in (typeof SIZES)[number]]?: number | undefined }): Sizes =>
  Object.fromEntries(SIZES.flatMap((size) => (of[size] === undefined ? [] : [[size, of[size]]])));

/** The largest of the packs each way: every one of them needs the room. */
const largest = (packs: PlanFile['packs']): Sizes =>
  sizes(
    Object.fromEntries(
      SIZES.map((size) => {
        const known = packs.flatMap((pack) => pack[size] ?? []);
        return [size, known.length > 0 ? Math.max(...known) : undefined];
      }),
    ),
  );

const SIZE_WORDS: Record<keyof Sizes, string> = { lengthMm: 'length', widthMm: 'width', heightMm: 'height' };

function touchesOf(
  { can, room, spur, slot, nearestMm, trays }: Omit<BayDrawing, 'touches'>,
  measured: { diameter: boolean; length: boolean },
  limits: Limits,
): Touch[] {
  const touch = (id: FindingId, what: string, gapMm: number): Touch => {
    const { caution = 0, stop = 0 } = limits[id];
    const level = gapMm < stop ? 'stop' : gapMm < caution ? 'caution' : 'good';
    return { id, what, gapMm, level, trimMm: level === 'stop' ? Math.max(caution, stop) - gapMm : 0 };
  };
  const touches: Touch[] = [];
  if (room && measured.diameter) touches.push(touch('fit-diameter', 'can across its place', room.widthMm - can.widthMm));
  if (room && measured.length) touches.push(touch('fit-length', 'can along its place', room.yMm + room.heightMm - (can.yMm + can.heightMm)));
  if (slot) {
    const inside = Math.min(slot.atMm - (slot.fromMm ?? -Infinity), (slot.toMm ?? Infinity) - slot.atMm);
    touches.push({ ...touch('mesh-distance', 'shaft in its slot', inside), trimMm: 0 });
  }
  if (spur && nearestMm !== undefined) touches.push(touch('spur-clearance', 'spur to the nearest part', spur.xMm + nearestMm));
  for (const { id, label, part, room: tray } of trays)
    for (const size of SIZES)
      if (part[size] !== undefined && tray[size] !== undefined)
        touches.push(touch(id === 'esc' ? 'fit-esc' : 'fit-pack', `${SIZE_WORDS[size]} of the ${label}`, tray[size] - part[size]));
  return touches;
}
