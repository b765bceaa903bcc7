import { SCREW_SPARE_MM, screwDepth } from './screw';
import { mm, short, when, type StepDraft, type StepRule } from './bench-step';
import { CAUTIONS } from './cautions';
import { pressFit } from './press-fit';

/** What is done while the old system is still in, and its leaving. */
export const beforeSteps: StepRule = ({ plan, newMotor, newEsc, newLithium, stock }) => [
  {
    id: 'measure-today',
    title: 'Measure what it does today',
    why: 'Without today’s top speed, temperatures and minutes nobody knows what the conversion gained.',
    right: 'Top speed, can temperature and weight stand in Car, “What it does today”.',
    caution: CAUTIONS.speed,
    tools: ['phone or GPS', 'infrared thermometer', 'scale'],
  },
  {
    id: 'photos',
    title: 'Photograph every connection',
    why: 'Once it is unplugged nobody remembers which wire went where.',
    right: 'Each plug can be told from its photo. Two motor wires mean brushed, three brushless.',
    tools: ['camera'],
  },
  {
    id: 'pack-out',
    title: 'Pack out',
    why: 'A gear that turns while a finger is in it is the commonest injury at the bench.',
    right: 'The pack lies apart from the car.',
    needs: ['photos'],
  },
  ...when(newLithium, () => ({
    id: 'first-charge',
    title: 'Charge the new packs with balance',
    why: 'A lithium pack comes half full, and its first balanced charge shows whether its cells are alike.',
    right: 'All cells within 0.02 V at the end.',
    caution: CAUTIONS.lithium,
    tools: ['balance charger', 'fire-safe bag or box', 'cell checker'],
    of: plan.packs.map((pack) => pack.name).join(', '),
  })),
  {
    id: 'clean',
    title: 'Clean the car',
    why: 'Grit in a gear or a bearing looks like a bad motor later.',
    right: 'Wheels and gears turn freely by hand.',
    tools: ['brush', 'cloth'],
    needs: ['pack-out'],
  },
  ...when(newMotor || newEsc, () => ({
    id: 'old-out',
    title: newMotor && newEsc ? 'Old motor and ESC out' : newMotor ? 'Old motor out' : 'Old ESC out',
    why: 'Its screws are of a length that fits its own threads, not the new one’s.',
    right: 'The old parts lie in one bag, their screws in another.',
    tools: ['screwdrivers', 'bags'],
    needs: ['pack-out', 'photos'],
    of: [newMotor ? stock?.motor.name : undefined, newEsc ? stock?.esc.name : undefined].filter(Boolean).join(', '),
  })),
];

/** The motor into its place: what has to be cut, drilled, turned and screwed. */
export const motorSteps: StepRule = (input) => {
  const { plan, newMotor, touching, mountDiffers, outrunnerInCan, choices, boreTooWide } = input;
  if (!newMotor) return [];
  const { motor } = input.resolved;
  const size = `${short(1000 * motor.diameterM)} × ${mm(1000 * motor.lengthM)}`;
  return [
    {
      id: 'compare',
      title: 'Compare the new motor with its place',
      why: 'Can, length, shaft, holes and the side its wires leave on decide what has to be made, before anything is cut.',
      right: 'Each is measured on the part itself and agrees with the drawing of the bay.',
      tools: ['calliper'],
      needs: ['old-out'],
      of: size,
    },
    ...when(touching.length > 0, () => ({
      id: 'trim',
      title: 'Make room for the motor',
      why: `${touching.map((one) => `The ${one.what} is ${mm(one.overMm)} over`).join('; ')}.`,
      right: 'The motor goes in without force. What was cut was marked first, and cut small.',
      caution: CAUTIONS.cutting,
      tools: ['marker', 'file', 'eye protection'],
      needs: ['compare'],
      of: touching.map((one) => `${one.what} ${mm(one.overMm)} over`).join(', '),
    })),
    ...when(mountDiffers || outrunnerInCan, () => ({
      id: 'plate',
      title: outrunnerInCan ? 'Make the adapter plate' : 'Fit the mount or adapter plate',
      why: outrunnerInCan ? 'An outrunner is held at its foot: its holes are not those of a can.' : 'The motor’s holes stand on another circle.',
      right: 'Drilled with a jig made from the new motor, deburred; the motor lies flat and its bell turns free.',
      caution: CAUTIONS.cutting,
      tools: ['drill', 'deburring tool', 'eye protection'],
      needs: ['compare'],
      of: plan.motor.mountCircleMm === undefined ? '' : `holes on ${mm(plan.motor.mountCircleMm)}`,
    })),
    ...turning(input),
    ...when(boreTooWide, () => ({
      id: 'sleeve',
      title: 'Sleeve the pinion, or better take one with the right bore',
      why: 'The bore is wider than the shaft. A sleeve that sits askew or rubs heats the motor.',
      right: 'The pinion runs true: its teeth do not wander while the shaft is turned.',
      tools: ['sleeve'],
      needs: ['compare'],
      of: `shaft ${mm(plan.motor.shaftMm!)}`,
    })),
    ...when(choices.allInOne === true, () => ({
      id: 'pairing',
      title: 'Pair sensor and magnet',
      why: 'A motor whose controller reads its sensor wrongly cogs, runs hot, or runs away.',
      right: 'The run that its maker describes ends without an error, with the pinion off.',
      caution: CAUTIONS.pinionOff,
      needs: ['compare'],
      of: plan.motor.name,
    })),
    screws(input),
  ];
};

/** A shaft that is thicker than the bore of the gear. */
function turning({ plan, shaftToTurn, choices }: Parameters<StepRule>[0]): StepDraft[] {
  if (!shaftToTurn) return [];
  const bore = (plan.gearing.pinionBoreMm ?? plan.car.bay?.pinionBoreMm)!;
  const fit = pressFit(bore, choices.pinionOf ?? 'metal');
  const of = `${mm(plan.motor.shaftMm!)} to ${mm(bore)}, ${choices.pinionOf ?? 'metal'}`;
  return [
    {
      id: 'right-bore',
      title: 'Look for a pinion that fits the shaft',
      why: `The shaft is ${mm(plan.motor.shaftMm!)}, the bore ${mm(bore)}. Hardened shafts hardly file, and the magnets draw the filings.`,
      right: `A pinion with a bore of ${mm(plan.motor.shaftMm!)}, or the old one bored out by a machinist. Only where neither can be had is the shaft turned down.`,
      needs: ['compare'],
      of,
    },
    {
      id: 'turn-shaft',
      title: 'Else, and last, turn the shaft down',
      why: `The shaft is ${mm(plan.motor.shaftMm!)}, the bore ${mm(bore)}. Too thin is worse than slow: nothing makes it thicker again.`,
      right: 'Body clamped and covered, turned slowly under its own power by a tester, file first and fine paper last, measured often.',
      caution: CAUTIONS.filing,
      tools: ['servo tester', 'vice with soft jaws', 'fine file', 'fine paper', 'micrometer', 'eye protection', 'tape'],
      needs: ['right-bore'],
      reading: { what: 'shaft after turning', unit: 'mm', from: fit.fromMm, to: fit.toMm },
      of,
    },
    {
      id: 'press',
      title: 'Press the gear on',
      why: 'It holds by friction alone: it must go on straight, and once.',
      right: 'It sits square, and the rotor turns as freely as before.',
      caution: CAUTIONS.vice,
      tools: ['vice'],
      needs: ['turn-shaft'],
      of,
    },
  ];
}

function screws({ plan, choices }: Parameters<StepRule>[0]): StepDraft {
  const depth = screwDepth(plan, choices.plateMm);
  return {
    id: 'motor-screws',
    title: 'Screw the motor in',
    why: 'A screw that is too long reaches the windings and shorts them; one too short strips the thread.',
    right: `Turned in by hand without the plate first: the screw ends at least ${mm(SCREW_SPARE_MM)} before the thread does. Vents and wires face room and air.`,
    tools: ['screws', 'thread lock', 'calliper'],
    needs: ['compare', 'pairing', 'trim', 'plate', 'press'],
    reading: { what: 'screw past the plate', unit: 'mm', ...(depth ? { to: depth.deepestMm } : {}) },
    of: depth ? `thread ${mm(depth.threadDepthMm)} deep` : '',
  };
}

/** Pinion and mesh, or a motor straight on the axle. */
export const gearSteps: StepRule = ({ plan, geared, newMotor, stock, twins, choices, shaftToTurn }) => {
  const { pinion, spur } = plan.gearing;
  const gears = `${pinion}/${spur}`;
  if (!geared)
    return when(newMotor, () => ({
      id: 'axle',
      title: 'Join motor and axle',
      why: 'There is no gear that gives: a shaft that is bent by its load or stands askew eats the motor’s bearings.',
      right: 'Wheel and motor turn true, and the motor’s bearings carry no side load.',
      caution: CAUTIONS.unplugged,
      needs: ['motor-screws'],
      of: plan.motor.name,
    }));
  if (!newMotor && pinion === stock?.gearing.pinion && spur === stock?.gearing.spur) return [];
  return [
    ...when(!shaftToTurn || choices.pinionOf !== 'plastic', () => ({
      id: 'pinion',
      title: `Fit the ${pinion} T pinion${twins ? 's' : ''}`,
      why: 'A set screw beside the flat lets go in the first hard start.',
      right: 'Screw on the flat with thread lock, in line with the spur over its whole width, clear of can and bearing.',
      tools: ['hex key', 'thread lock'],
      needs: ['motor-screws'],
      of: [`${pinion} T`, plan.gearing.pinionBoreMm === undefined ? '' : `bore ${mm(plan.gearing.pinionBoreMm)}`].filter(Boolean).join(', '),
    })),
    {
      id: 'mesh',
      title: twins ? 'Set the mesh of each motor by itself' : 'Set the mesh',
      why: 'Too tight heats motor and bearings, too loose strips teeth.',
      right: 'The smallest play that still ticks, at every place of a whole turn of the spur: a strip of paper is the gauge.',
      caution: CAUTIONS.gears,
      tools: ['strip of paper'],
      needs: ['pinion', 'press', 'motor-screws'],
      reading: { what: 'play at the tightest place', unit: 'mm' },
      of: gears,
    },
    ...when(twins, () => ({
      id: 'mesh-both',
      title: 'Set the mesh of both together',
      why: 'The second motor moves the plate that the first one’s mesh was set on.',
      right: 'Both still tick, and the spur turns as easily as with one.',
      caution: CAUTIONS.gears,
      needs: ['mesh'],
      of: gears,
    })),
    {
      id: 'spur-gap',
      title: 'Look for room around the spur',
      why: 'What flexes in a landing touches the teeth that cleared it on the bench.',
      right: 'Three millimetres from the spur to anything that flexes.',
      caution: CAUTIONS.gears,
      needs: ['mesh'],
      reading: { what: 'smallest gap at the spur', unit: 'mm', from: 3 },
      of: gears,
    },
  ];
};
