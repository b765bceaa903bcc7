import { MM_PER_INCH } from '../plan/tooth-size';
import { round, type LabelText } from './label-text';

/** Reads a tyre: “98 mm”, “3.86 in”, “98x42”, “rollout 308 mm”. */
export function readTyreLabel(text: LabelText): void {
  const roll = text.take(/\b(?:roll(?:ed)?[- ]?out|circumference|one turn) ?[:=]? ?(\d+(?:\.\d+)?) ?(mm|cm|in(?:ch(?:es)?)?|")?/i);
  if (roll) text.set('diameterMm', round((Number(roll[1]) * inMm(roll[2])) / Math.PI));
  text.takeNumber('growthPctAt100KmH', /\bgrow(?:s|th) ?[:=]? ?(\d+(?:\.\d+)?) ?%/i);
  text.takeMass();
  const two = text.take(/(?:Ø ?)?\b(\d+(?:\.\d+)?) ?(mm|cm|in(?:ch(?:es)?)?|")? ?x ?\d+(?:\.\d+)? ?(mm|cm|in(?:ch(?:es)?)?\b|")?/i);
  if (two) text.set('diameterMm', round(Number(two[1]) * inMm(two[2] ?? two[3])));
  const one = tallest(text) ?? text.take(/(?:Ø ?|\bdia(?:meter)?\.? ?[:=]? ?)(\d+(?:\.\d+)?)/i) ?? text.take(/\b(\d{2,3}(?:\.\d+)?)\b(?!\/)/i);
  if (one) text.set('diameterMm', round(Number(one[1]) * inMm(one[2])));
  const found = text.fields['diameterMm'];
  if (found && !(Number(found.value) >= 20 && Number(found.value) <= 400)) {
    text.problems.push(`${String(found.value)} mm is no tyre of a model car; allowed: 20 to 400 mm`);
    delete text.fields['diameterMm'];
  }
  text.takeUnused(/\b(?:tyres?|tires?|wheels?|belted|foam|rubber|pins?|slicks?|front|rear)\b|\b1\/\d{1,2}(?:th)?\b/i);
}

/** Of several lengths the largest is the tyre's; the others are its rim or its width: “1.9" crawler tyre 108 mm”. */
function tallest(text: LabelText): RegExpExecArray | undefined {
  let found: RegExpExecArray | undefined;
  for (let next = takeLength(text); next; next = takeLength(text)) {
    const isTaller = !found || Number(next[1]) * inMm(next[2]) > Number(found[1]) * inMm(found[2]);
    const other = isTaller ? found : next;
    if (other) text.unused.push(other[0].trim());
    if (isTaller) found = next;
  }
  return found;
}

const takeLength = (text: LabelText) =>
  text.take(/(?:Ø ?|\bdia(?:meter)?\.? ?[:=]? ?)?\b(\d+(?:\.\d+)?) ?(mm\b|cm\b|in(?:ch(?:es)?)?\b|")(?: (?:od|tall|high|outer)\b)?/i);

function inMm(unit: string | undefined): number {
  if (unit === undefined || unit === 'mm') return 1;
  return unit === 'cm' ? 10 : MM_PER_INCH;
}
