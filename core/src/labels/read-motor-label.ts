import { BELL_OVER_STATOR as BELL, BRUSHED_CLASSES } from '../chain/motor';
import { SIZE_CLASSES, type SizeClass } from '../plan/plan-file';
import { round, type LabelText, type ReadFields } from './label-text';

/** A code's second figure up to this is a stator's height: no can is that short [mm]. */
const SHORTEST_CAN_MM = 22;
/** Inrunners are longer than this share of their diameter; a squatter code may be an outrunner's. */
const SQUAT = 1.35;
/** Squat cans with more kv than this are small inrunners. */
const SQUAT_INRUNNER_KV = 2500;

/** Reads a motor's label: size code, kv or turns, poles, sensor, shaft, limits. Form codes with two meanings become a question. */
export function readMotorLabel(text: LabelText): void {
  text.takeUnused(/(?:max(?:imum)?\.? ?(?:power)? ?)?\d+(?:\.\d+)? ?k?w(?:atts?)?\b(?! ?\/)/i);
  text.takeCount();
  readKv(text);
  readLimits(text);
  readPoles(text);
  readShaft(text);
  readElectrical(text);
  if (!text.takeFlag('sensored', /\b(?:sensor ?-?less|no sensor|s\/l|sl)\b/i, false))
    text.takeFlag('sensored', /\b(?:sensored|(?:w\/|with )?sensors?|hall|sd)\b/i, true);
  const brushless = Boolean(text.take(/\bbrush ?-?less\b|\bbldc\b|\bbl\b/i));
  const brushed = !brushless && Boolean(text.take(/\bbrushed\b|\bbrush\b/i, 'brush'));
  const form = text.take(/\b(in|out) ?-?runner\b/i, 'runner')?.[1]?.toLowerCase();
  const drone = Boolean(text.take(/\b(?:drone|quad|fpv)\b/i));
  const turns = text.take(/\b(\d{1,3}(?:\.\d)?) ?-?(?:t|turns?)\b/i)?.[1];
  readSize(text, { outrunner: form === 'out' || drone, inrunner: form === 'in', brushed });
  decideKind(text, { brushed, brushless: brushless || form !== undefined || drone, turns: turns === undefined ? undefined : Number(turns) });
  text.takeUnused(/\b\d+(?:\.\d+)? ?a(?:mps?)?\b/i);
  text.takeUnused(/\b1\/\d{1,2}(?:th)?\b/i);
  text.takeUnused(/\b(?:waterproof|wp|ip\d\d)\b/i);
}

function readKv(text: LabelText): void {
  const kv =
    text.take(/(\d+(?:\.\d+)?k?) ?(?:rpm ?\/ ?v(?:olt)?|rpm per volt)\b/i, 'rpm') ??
    text.take(/\bkv ?[:=-]? ?(\d{3,6}|\d+(?:\.\d+)?k)\b/i, 'kv') ??
    text.take(/(?:^|[^\d.])(\d+(?:\.\d+)?k?) ?-?k ?\/?\.? ?v\b/i) ??
    text.take(/(\d{3,5}) ?-?kv/i, 'kv');
  if (!kv) return;
  const figure = kv[1]!.toLowerCase();
  const value = figure.endsWith('k') ? 1000 * Number(figure.slice(0, -1)) : Number(figure);
  // “4.2 kv” can only mean thousands.
  text.set('kvRpmPerV', round(value < 20 ? 1000 * value : value));
}

function readLimits(text: LabelText): void {
  if (!text.takeNumber('maxRpm', /\bmax(?:imum)?\.?(?: ?rpm)? ?[:=]? ?(\d{4,6}|\d+(?:\.\d+)?k)(?: ?rpm)?\b/i))
    text.takeNumber('maxRpm', /(\d{4,6}|\d+(?:\.\d+)?k) ?(?:max )?rpm\b/i);
  const cells =
    text.take(/\b\d{1,2} ?s? ?- ?(\d{1,2}) ?(?:s|cells?)\b(?: ?li-?po)?/i) ??
    text.take(/(?:max\.? ?|up to )?(\d{1,2}) ?s\b(?: ?max\.?)?(?: ?li-?po)?/i);
  if (cells) text.set('maxCells', Number(cells[1]));
}

function readPoles(text: LabelText): void {
  const slots = text.take(/\b\d{1,2} ?n ?-?(\d{1,2}) ?p\b/i);
  const poles = slots ?? text.take(/\b(\d{1,2}) ?-?(?:poles?|p)\b/i) ?? text.take(/\bpoles?[ :=]*(\d{1,2})\b/i, 'pole');
  if (!poles) return;
  const count = Number(poles[1]);
  if (count >= 2 && count % 2 === 0) text.set('poles', count);
  else text.problems.push(`${poles[0].trim()}: magnets come in pairs, so the number of poles is even`);
}

function readShaft(text: LabelText): void {
  if (text.take(/\b1\/8 ?(?:"|in(?:ch)?\b)?(?: ?shaft)?|\b0?\.125 ?(?:"|in(?:ch)?\b)(?: ?shaft)?/i)) text.set('shaftMm', 3.175);
  else if (!text.takeNumber('shaftMm', /shaft(?: dia(?:meter)?)? ?[:=]? ?Ø? ?(\d{1,2}(?:\.\d+)?) ?(?:mm)?/i))
    if (!text.takeNumber('shaftMm', /Ø? ?(\d{1,2}(?:\.\d+)?) ?mm ?shaft/i)) {
      // Alone, only what no can or stator measures: “5 mm”, “Ø3.17”.
      text.takeNumber('shaftMm', /(?:^|[\s,;¦/(])Ø? ?([2-8](?:\.\d{1,3})?) ?mm\b/i);
      text.takeNumber('shaftMm', /\b(3\.17[5]?)\b/i);
    }
}

function readElectrical(text: LabelText): void {
  text.takeOhms('resistanceOhm');
  const noLoad = text.take(/(?:no[ -]?load|i ?[o0])[ :=]*(\d+(?:\.\d+)?) ?a ?(?:@|at|\/) ?(\d+(?:\.\d+)?) ?v\b/i);
  if (noLoad) {
    text.set('noLoadCurrentA', Number(noLoad[1]));
    text.set('noLoadVoltageV', Number(noLoad[2]));
  }
  text.takeMass();
}

function readSize(text: LabelText, said: { outrunner: boolean; inrunner: boolean; brushed: boolean }): void {
  const stator = text.take(/\bstator ?:? ?(\d{2}(?:\.\d)?) ?x ?(\d{1,2}(?:\.\d)?)(?: ?mm)?/i);
  if (stator) {
    Object.assign(text.fields, statorOf(Number(stator[1]), Number(stator[2])));
    return;
  }
  const spelled =
    text.take(/Ø? ?(\d{2}(?:\.\d)?) ?(?:mm)? ?x ?L? ?(\d{2,3}(?:\.\d)?) ?(?:mm)?/i) ??
    text.take(/Ø ?(\d{2}(?:\.\d)?) ?(?:mm)? ?,? ?L ?(\d{2,3})(?: ?mm)?/i);
  const code = spelled
    ? undefined
    : (text.take(/(?:^|[^\d.])[a-z]{0,3}-?([1-7]\d)(\d\d)(?:s[ld]?|sl|sd|xl|[a-z])?(?![\d.]|mm|rpm)/i) ??
      text.take(/(?:^|[^\d.])([3-7]\d)(1[0-4]\d)(?![\d.])/i));
  const match = spelled ?? code;
  if (!match || said.brushed) return;
  if (/\dsl\b/i.test(match[0])) text.set('sensored', false);
  if (/\dsd\b/i.test(match[0])) text.set('sensored', true);
  askOrSet(text, Number(match[1]), Number(match[2]), said);
}

function askOrSet(text: LabelText, first: number, second: number, said: { outrunner: boolean; inrunner: boolean }): void {
  const poles = text.fields['poles']?.value;
  const kv = text.fields['kvRpmPerV']?.value;
  const manyPoles = typeof poles === 'number' && poles >= 8;
  const outrunner = !said.inrunner && (said.outrunner || manyPoles);
  if (!said.inrunner && second < SHORTEST_CAN_MM) {
    Object.assign(text.fields, statorOf(first, second));
    return;
  }
  const squat = second < SQUAT * first;
  const fewPoles = typeof poles === 'number' && poles <= 4;
  if (!outrunner && (said.inrunner || !squat || fewPoles || (typeof kv === 'number' && kv > SQUAT_INRUNNER_KV))) {
    Object.assign(text.fields, inrunnerCan(first, second));
    return;
  }
  const readings = [
    {
      label: `Can ${first} × ${second} mm, outrunner`,
      why: `the stator is then about ${first - BELL.diameterMm} × ${second - BELL.heightMm} mm`,
      fields: outrunnerCan(first, second),
    },
    {
      label: `Stator ${first} × ${second} mm, outrunner`,
      why: `the can is then about ${first + BELL.diameterMm} × ${second + BELL.heightMm} mm`,
      fields: statorOf(first, second),
    },
    { label: `Can ${first} × ${second} mm, inrunner`, why: 'the outside stands still while it runs', fields: inrunnerCan(first, second) },
  ].filter((choice) => !(outrunner && choice.label.endsWith('inrunner')));
  text.question = { text: `What do the digits ${first}${second} measure? Hold a calliper on the can.`, choices: readings };
}

const inrunnerCan = (diameterMm: number, lengthMm: number): ReadFields => printed({ form: 'inrunner', diameterMm, lengthMm });
const statorOf = (statorDiameterMm: number, statorHeightMm: number): ReadFields => printed({ form: 'outrunner', statorDiameterMm, statorHeightMm });
/** An outrunner whose can was measured: its stator follows. */
function outrunnerCan(diameterMm: number, lengthMm: number): ReadFields {
  const rule = 'the can less what the bell adds';
  return {
    ...printed({ form: 'outrunner' }),
    statorDiameterMm: { value: diameterMm - BELL.diameterMm, source: 'estimated', rule },
    statorHeightMm: { value: lengthMm - BELL.heightMm, source: 'estimated', rule },
  };
}

function printed(values: Record<string, string | number>): ReadFields {
  return Object.fromEntries(Object.entries(values).map(([field, value]) => [field, { value, source: 'label' as const }]));
}

/** Brushed by its word, its turns or its size class; anything with kv and a can is brushless. */
function decideKind(text: LabelText, said: { brushed: boolean; brushless: boolean; turns: number | undefined }): void {
  const { fields } = text;
  const sized = 'form' in fields || text.question !== undefined;
  const half = said.turns !== undefined && said.turns % 1 === 0.5;
  const brushed =
    said.brushed ||
    (!said.brushless && !sized && fields['sensored'] === undefined && !half && (said.turns !== undefined || !('kvRpmPerV' in fields)));
  const sizeClass = takeClass(text);
  if (brushed) {
    if (said.turns === undefined && sizeClass === undefined && !said.brushed && !('kvRpmPerV' in fields)) return;
    text.set('kind', 'brushed');
    if (said.turns !== undefined) text.set('turns', said.turns);
    if (sizeClass) text.set('sizeClass', sizeClass);
    if (sizeClass && said.turns === undefined && !('kvRpmPerV' in fields))
      text.estimate('turns', BRUSHED_CLASSES[sizeClass].turns, `usual for a ${sizeClass}; its kv may well be a third more or less`);
    if (!sizeClass && (said.turns !== undefined || 'kvRpmPerV' in fields)) text.estimate('sizeClass', '540', 'most cars of 1/10 carry a 540 can');
    return;
  }
  if (!said.brushless && !sized && sizeClass === undefined && !('kvRpmPerV' in fields) && !half) return;
  text.set('kind', 'brushless');
  if (said.turns !== undefined && !('kvRpmPerV' in fields))
    text.problems.push('the turns of a brushless motor do not give its kv: type the kv as well');
  if (!sized) {
    const size = BRUSHED_CLASSES[sizeClass ?? '540'];
    const rule = sizeClass ? `a ${sizeClass} can` : 'no size on the label: a 540 can';
    if (!sizeClass && !('kvRpmPerV' in fields) && !half) return;
    text.estimate('form', 'inrunner', rule);
    text.estimate('diameterMm', size.diameterMm, rule);
    text.estimate('lengthMm', size.lengthMm, rule);
  }
}

function takeClass(text: LabelText): SizeClass | undefined {
  const match = text.take(/\b(?:r[sc]?-?|size[- ]?)?(130|180|370|540|550|775)(?:sh|s)?(?: ?-?(?:size|can|class))?\b/i);
  return SIZE_CLASSES.find((name) => name === match?.[1]);
}
