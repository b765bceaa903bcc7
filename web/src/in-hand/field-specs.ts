import {
  AIRFLOWS,
  CHASSIS,
  BEARINGS,
  BODIES,
  CHEMISTRIES,
  DRIVES,
  PROFILES,
  SIZE_CLASSES,
  SURFACES,
  type FigurePath,
  type LinkName,
  type PlanFile,
} from '@puddler/core';

/** One row of a drawer. Paths starting with `car.` belong to the car and so to all its plans. */
export type FieldSpec = { path: FigurePath; label: string; help?: string; required?: boolean } & (
  | { type: 'number' }
  | { type: 'text' }
  | { type: 'flag' }
  | { type: 'choice'; options: readonly string[]; unset?: string }
);

export const number = (path: FigurePath, label: string, help?: string): FieldSpec => ({ path, label, type: 'number', ...(help ? { help } : {}) });
export const must = (path: FigurePath, label: string, help?: string): FieldSpec => ({ ...number(path, label, help), required: true });
const text = (path: FigurePath, label: string, required = true): FieldSpec => ({ path, label, type: 'text', required });
const flag = (path: FigurePath, label: string, help?: string): FieldSpec => ({ path, label, type: 'flag', ...(help ? { help } : {}) });
export const choice = (path: FigurePath, label: string, options: readonly string[], unset?: string): FieldSpec => ({
  path,
  label,
  type: 'choice',
  options,
  ...(unset ? { unset } : { required: true }),
});

function packFields(plan: PlanFile): FieldSpec[] {
  return plan.packs.flatMap((_, i) => [
    text(`packs[${i}].name`, plan.packs.length > 1 ? `Pack ${i + 1}` : 'Name'),
    choice(`packs[${i}].chemistry`, 'Chemistry', CHEMISTRIES),
    must(`packs[${i}].cells`, 'Cells'),
    must(`packs[${i}].capacityAh`, 'Capacity', '5000 mAh is understood'),
    number(`packs[${i}].cRating`, 'C rating'),
    number(`packs[${i}].cellResistanceOhm`, 'Resistance of a cell', 'Many chargers measure it'),
    number(`packs[${i}].massG`, 'Weight'),
    number(`packs[${i}].plugA`, 'Plug rated for'),
    number(`packs[${i}].lengthMm`, 'Length'),
    number(`packs[${i}].widthMm`, 'Width'),
    number(`packs[${i}].heightMm`, 'Height'),
  ]);
}

function motorFields(plan: PlanFile): FieldSpec[] {
  const { motor } = plan;
  const size: FieldSpec[] =
    motor.kind === 'brushed'
      ? [
          choice('motor.sizeClass', 'Size', SIZE_CLASSES),
          number('motor.turns', 'Turns'),
          number('motor.kvRpmPerV', 'kv', 'Counts before turns when both are given.'),
        ]
      : motor.form === 'inrunner'
        ? [must('motor.kvRpmPerV', 'kv'), must('motor.diameterMm', 'Can diameter'), must('motor.lengthMm', 'Can length', 'A 3652 is 36 mm by 52 mm')]
        : [must('motor.kvRpmPerV', 'kv'), must('motor.statorDiameterMm', 'Stator diameter'), must('motor.statorHeightMm', 'Stator height')];
  const brushless: FieldSpec[] =
    motor.kind === 'brushless'
      ? [number('motor.poles', 'Poles'), flag('motor.sensored', 'Sensored'), number('motor.commutationLagUs', 'Commutation lag')]
      : [];
  return [
    text('motor.name', 'Name'),
    ...size,
    ...brushless,
    number('motor.resistanceOhm', 'Winding resistance', 'Between two motor wires, at 25 °C'),
    number('motor.noLoadCurrentA', 'No-load current'),
    number('motor.noLoadVoltageV', 'No-load volts'),
    number('motor.massG', 'Weight'),
    number('motor.shaftMm', 'Shaft'),
    number('motor.maxRpm', 'Highest rpm'),
    number('motor.maxCells', 'Most cells'),
    number('motor.rotorInertiaKgM2', 'Rotor inertia'),
    number('motor.mountCircleMm', 'Screw circle', 'Diameter through the holes in its face'),
    number('motor.threadDepthMm', 'Thread depth', 'Turn a screw in by hand: past the face until it touches'),
    number('motorCount', 'Motors on the car'),
    choice('cooling.motorFans', 'Fans on the motor', ['0', '1', '2'], 'none'),
    flag('cooling.motorHeatsink', 'Heat sink on the can'),
  ];
}

const ESC_FIELDS: FieldSpec[] = [
  text('esc.name', 'Name'),
  must('esc.continuousA', 'Continuous'),
  number('esc.burstA', 'Burst'),
  number('esc.minCells', 'Fewest cells'),
  number('esc.maxCells', 'Most cells'),
  number('esc.cutoffVPerCell', 'Cut-off per cell', 'Never off with lithium'),
  number('esc.resistanceOhm', 'Resistance'),
  number('esc.massG', 'Weight'),
  number('esc.becV', 'BEC'),
  number('esc.becA', 'BEC current'),
  flag('esc.sensored', 'Reads a sensor'),
  flag('esc.fan', 'Has a fan'),
  number('esc.lengthMm', 'Length'),
  number('esc.widthMm', 'Width'),
  number('esc.heightMm', 'Height'),
  number('wiring.resistanceOhm', 'Leads and plugs', 'From pack to ESC, both ways'),
];

const gearFields = (): FieldSpec[] => [
  number('gearing.pinion', 'Pinion', 'Empty pinion and spur mean direct drive'),
  number('gearing.spur', 'Spur'),
  number('gearing.moduleMm', 'Module'),
  number('gearing.spurModuleMm', 'Module of the spur', 'Where it is not the pinion’s'),
  number('gearing.pinionBoreMm', 'Pinion bore'),
  number('gearing.gearboxRatio', 'Gear engaged', 'Ratio of the gear the gearbox is in'),
  must('car.internalRatio', 'Ratio behind the spur', 'Turns of the spur for one of the wheel'),
  choice('car.drive', 'Drives', DRIVES),
  choice('car.bearings', 'Bearings', BEARINGS, 'ball bearings'),
  number('car.driveEfficiency', 'Efficiency of the drive'),
];

const TYRE_FIELDS: FieldSpec[] = [
  must('car.tyre.diameterMm', 'Diameter', 'Rolled out one turn, divided by 3.14, is best'),
  number('car.tyre.growthPctAt100KmH', 'Growth at 100 km/h'),
  number('car.wheelMassG', 'Weight of one wheel'),
  number('site.grip', 'Grip on this surface'),
  number('site.rollingResistance', 'Rolling resistance'),
];

const roadFields = (plan: PlanFile): FieldSpec[] => [
  choice('site.surface', 'Surface', SURFACES),
  must('site.ambientC', 'Air'),
  number('site.packC', 'Pack at the start'),
  number('site.gradePct', 'Slope'),
  number('site.altitudeM', 'Altitude'),
  number('site.straightM', 'Length of the straight'),
  number('site.radioRangeM', 'Radio range'),
  choice('run.profile', 'Driven as', PROFILES, 'race'),
  ...(plan.run ? [must('run.minutes', 'Minutes')] : []),
  number('startCharge', 'Charge at the start'),
  must('car.massKg', 'Weight ready to run'),
  choice('car.body', 'Body', BODIES),
  must('car.widthMm', 'Width'),
  must('car.heightMm', 'Height'),
  number('car.dragAreaM2', 'Drag area'),
  choice('car.airflow', 'Air to the motor', AIRFLOWS, 'vented'),
  choice('car.chassis', 'Motor screwed to', CHASSIS, 'by its size'),
  must('car.wheelbaseMm', 'Wheelbase'),
  must('car.cgHeightMm', 'Height of the weight'),
  number('car.frontWeightPct', 'Weight on the front'),
  ...(plan.tow ? [must('tow.massKg', 'Trailer'), number('tow.rollingResistance', 'Trailer rolling resistance')] : []),
];

/** The rows of a link's drawer, for the plan as it stands. */
export function fieldsOf(link: LinkName, plan: PlanFile): FieldSpec[] {
  switch (link) {
    case 'pack':
      return packFields(plan);
    case 'esc':
      return ESC_FIELDS;
    case 'motor':
      return motorFields(plan);
    case 'gears':
      return gearFields();
    case 'tyres':
      return TYRE_FIELDS;
    case 'road':
      return roadFields(plan);
  }
}

export const LINK_TITLES: Record<LinkName, string> = { pack: 'Pack', esc: 'ESC', motor: 'Motor', gears: 'Gears', tyres: 'Tyres', road: 'Road' };
