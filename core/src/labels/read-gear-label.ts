import { MM_PER_INCH } from '../plan/tooth-size';
import { round, type LabelText } from './label-text';

/** A single gear with more teeth than this is a spur. */
const MOST_PINION_TEETH = 42;

/** Reads gears: “23/68”, “23T 48P bore 3.17”, “M0.6 spur 86T”. Diametral pitch becomes module. */
export function readGearLabel(text: LabelText): void {
  const ratio =
    text.take(/\b(?:(?:gear )?ratio|fdr|final drive(?: ratio)?) ?[:=]? ?(\d{1,2}(?:\.\d+)?)(?: ?: ?1\b)?(?: fdr\b)?/i) ??
    text.take(/\b(\d{1,2}(?:\.\d+)?) ?(?:: ?1\b ?(?:ratio|fdr)?|ratio\b|fdr\b)/i);
  const pitch = text.take(/\b(\d{2}(?:\.\d)?) ?-?(?:dp|pitch|p)\b/i) ?? text.take(/\b(?:dp|pitch) ?[:=]? ?(\d{2})\b/i);
  if (pitch) text.set('moduleMm', round(MM_PER_INCH / Number(pitch[1])));
  else if (!text.takeNumber('moduleMm', /\b(?:module|mod\.?|m) ?-?[:=]? ?(\d(?:\.\d+)?)\b(?! ?mm)/i))
    text.takeNumber('moduleMm', /\b(\d(?:\.\d+)?) ?-?(?:module|mod)\b/i);
  if (text.take(/\b1\/8 ?(?:"|in(?:ch)?\b)? ?(?:bore|shaft)?/i)) text.set('boreMm', 3.175);
  else if (!text.takeNumber('boreMm', /\b(?:bore|shaft) ?[:=]? ?Ø? ?(\d(?:\.\d+)?)(?: ?mm)?/i))
    if (!text.takeNumber('boreMm', /\b(\d(?:\.\d+)?) ?mm ?(?:bore|shaft)?/i)) text.takeNumber('boreMm', /\b(3\.175?)\b/i);
  text.takeMass();
  if (text.take(/\bdirect(?:[- ]drive)?\b|\bno gears?\b/i)) text.direct = true;
  const pair = text.take(/\b(\d{1,3}) ?t? ?[/:-] ?(\d{1,3}) ?t?\b/i) ?? text.take(/^ ?(\d{1,2}) ?t? (\d{2,3}) ?t? ?$/i);
  if (pair) {
    const [a, b] = [Number(pair[1]), Number(pair[2])];
    text.set('pinion', Math.min(a, b));
    text.set('spur', Math.max(a, b));
    text.take(/\bpinion\b/);
    text.take(/\bspur\b/);
  }
  for (const gear of ['pinion', 'spur'] as const) {
    const named =
      text.take(new RegExp(`\\b(\\d{1,3}) ?-?(?:t|tooth|teeth)? ?${gear}\\b`, 'i')) ??
      text.take(new RegExp(`\\b${gear}(?: gear)? ?[:=]? ?(\\d{1,3}) ?(?:t|tooth|teeth)?\\b`, 'i'));
    if (named) text.set(gear, Number(named[1]));
  }
  const alone = text.take(/\b(\d{1,3}) ?-?(?:t|tooth|teeth)\b/i);
  if (alone) {
    const teeth = Number(alone[1]);
    const word = text.take(/\b(pinion|spur)\b/i)?.[1]?.toLowerCase();
    text.set(word ?? (teeth > MOST_PINION_TEETH ? 'spur' : 'pinion'), teeth);
  }
  for (const gear of ['pinion', 'spur'] as const)
    if (gear in text.fields && !(Number(text.fields[gear]!.value) >= 4))
      text.problems.push(`${gear} ${text.fields[gear]!.value}: no gear has so few teeth`);
  const hasTeeth = 'pinion' in text.fields || 'spur' in text.fields;
  if (ratio && hasTeeth) text.unused.push(ratio[0].trim());
  else if (ratio) text.problems.push(`a ratio of ${ratio[1]} can be had with many gears: type their teeth, such as 21/58`);
  if (text.fields['moduleMm'] && !(Number(text.fields['moduleMm'].value) > 0))
    text.problems.push('a module is a tooth size in mm, 0.4 to 1.5 on most cars');
  text.takeUnused(/\b(?:steel|hardened|brass|alloy|aluminium|plastic|nylon|delrin|metal)\b/i);
  if (text.fields['moduleMm']) text.fields['moduleMm'].value = round(Number(text.fields['moduleMm'].value));
}
