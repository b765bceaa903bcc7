import type { Chemistry } from '../plan/plan-file';
import { number, round, type LabelText } from './label-text';

/** Volts that makers print for one cell; a chemistry may have several spellings of it. */
const PRINTED_CELL_V: Record<Chemistry, readonly number[]> = {
  lipo: [3.7],
  lihv: [3.8, 3.85],
  liion: [3.6, 3.7, 3.65],
  life: [3.2, 3.3],
  nimh: [1.2],
};

const CHEMISTRY_WORDS: [RegExp, Chemistry][] = [
  [/\bli-?po-? ?hv\b|\bli-?hv\b|\bhv(?:-?li-?po)?\b|\bhigh[- ]voltage\b/i, 'lihv'],
  [/\bli-?fe(?: ?-?po4?)?\b|\blfp\b|\blithium[- ]iron(?:[- ]phosphate)?\b/i, 'life'],
  [/\bli-? ?ion\b|\blithium[- ]ion\b|\b(?:18650|21700|26650)s?\b/i, 'liion'],
  [/\bni[- ]?mh\b|\bnickel[- ]metal(?:[- ]hydride)?\b/i, 'nimh'],
  [/\bli-?po(?:ly(?:mer)?)?\b|\blithium[- ]polymer\b/i, 'lipo'],
];

/** Tried in this order when only volts are printed: what a builder most likely holds. */
const LIKELY: readonly Chemistry[] = ['lipo', 'nimh', 'lihv', 'life'];
const SAME_V = 0.06;

/** “7.2 V”, “14.8 V”: more than any cell has. */
const SEVERAL_CELLS_V = /\b(?:[5-9]|\d{2})(?:\.\d{1,2})? ?v(?:olts?)?\b/i;

/** Reads a pack's label: cells, capacity, volts, C rating, chemistry, plug, size. */
export function readPackLabel(text: LabelText): void {
  const said = CHEMISTRY_WORDS.find(([pattern]) => text.take(pattern))?.[1];
  if (said) text.take(/\bli-?po(?:ly)?\b/i);
  const plug = text.take(/\b(\d+(?:\.\d+)?) ?a ((?:[a-z]+-)*[a-z]+ )?(?:plug|connector)\b/i);
  if (plug) {
    text.set('plugA', number(plug[1]!));
    text.set('plug', plug[0].trim());
  } else {
    const named = text.take(/\b(?:[a-z]+-)*[a-z]+ (?:plug|connector)\b/i);
    if (named) text.set('plug', named[0].trim());
  }
  const size = text.take(/\b(\d{2,3}(?:\.\d)?) ?x ?(\d{2,3}(?:\.\d)?) ?x ?(\d{2,3}(?:\.\d)?) ?(?:mm)?/i);
  if (size) (['lengthMm', 'widthMm', 'heightMm'] as const).forEach((field, i) => text.set(field, Number(size[i + 1])));
  const series = text.take(/\b(\d{1,2}) ?s ?(?:(\d{1,2}) ?p\b)?(?![a-z0-9])/i);
  // Beside “2S”, or the volts of several cells, “2x” counts packs; else cells.
  if (series || text.has(SEVERAL_CELLS_V)) text.takeCount();
  const counted = series ? undefined : (text.take(/\b(\d{1,2}) ?-?cells?\b/i) ?? text.take(/\b(\d{1,2}) ?x(?= )/i));
  const cells = series ? Number(series[1]) : counted && Number(counted[1]);
  if (!text.takeNumber('capacityAh', /\b(\d+(?:\.\d+)?) ?mah?\b/i, 0.001)) text.takeNumber('capacityAh', /\b(\d+(?:\.\d+)?) ?ah\b/i);
  const c =
    text.take(/\b(\d{1,3}(?:\.\d)?) ?c? ?\/ ?(\d{1,3}(?:\.\d)?) ?c\b/i) ??
    text.take(/\b(\d{1,3}(?:\.\d)?) ?- ?(\d{1,3}(?:\.\d)?) ?c\b/i) ??
    text.take(/\b(\d{1,3}(?:\.\d)?) ?c\b/i);
  if (c) text.set('cRating', Math.min(Number(c[1]), Number(c[2] ?? Infinity)));
  text.takeUnused(/\b\d+(?:\.\d+)? ?c (?:burst|peak|max)\b|\b(?:burst|peak|max) \d+(?:\.\d+)? ?c\b|\b(?:burst|peak)\b/i);
  text.takeOhms('cellResistanceOhm');
  text.takeMass();
  const volts = text.take(/\b(\d{1,2}(?:\.\d{1,2})?) ?v(?:olts?)?\b/i)?.[1];
  // A number that is left and large enough can only be mAh.
  if (!('capacityAh' in text.fields)) text.takeNumber('capacityAh', /(?:^|[ ,;¦])(\d{4,5}|[4-9]\d{2})(?![\d.]|[a-z])/i, 0.001);
  // What cells of a lithium-ion pack give is printed in amps.
  const amps =
    text.take(/\b(\d{1,3}(?:\.\d)?) ?a(?:mps?)? ?(?:cont(?:inuous)?|max(?: continuous)?)(?: discharge)?\b/i) ??
    (said === 'liion' ? text.take(/\b(\d{1,3}(?:\.\d)?) ?a(?:mps?)?\b/i) : undefined);
  const capacityAh = Number(text.fields['capacityAh']?.value);
  if (amps && capacityAh > 0 && !('cRating' in text.fields))
    text.estimate('cRating', round(number(amps[1]!) / capacityAh), `${amps[1]} A from ${capacityAh} Ah`);
  else if (amps) text.unused.push(amps[0].trim());
  settleCells(text, said ?? spokenOf(text, counted), cells, volts === undefined ? undefined : Number(volts));
  text.takeUnused(
    /\b\d+(?:\.\d+)? ?wh\b|\b(?:hard|soft|stick|hump|saddle|shorty)[- ]?(?:case|pack)?\b|\bgraphene\b|\blcg\b|\b(?:18650|21700|26650)\b/i,
  );
}

/** NiMH packs are spoken of by their cells, lithium ones by their S: “6 cells” are hardly six of lithium. */
const SPOKEN_CELLS = [5, 8] as const;

function spokenOf(text: LabelText, counted: RegExpExecArray | undefined): Chemistry | undefined {
  const cells = Number(counted?.[1]);
  if (!(cells >= SPOKEN_CELLS[0] && cells <= SPOKEN_CELLS[1])) return undefined;
  text.estimate('chemistry', 'nimh', `${cells} “cells” are most often NiMH; LiPo is counted as S`);
  return 'nimh';
}

/** Chemistry, cells and volts from whichever of the three is printed; a problem when they contradict each other. */
function settleCells(text: LabelText, said: Chemistry | undefined, counted: number | undefined, volts: number | undefined): void {
  const fits = (chemistry: Chemistry): number | undefined => {
    if (volts === undefined) return counted;
    // The volts of one cell, beside how many there are.
    if (counted !== undefined && counted > 1 && PRINTED_CELL_V[chemistry].includes(volts)) return counted;
    for (const each of PRINTED_CELL_V[chemistry]) {
      const cells = Math.round(volts / each);
      if (cells >= 1 && Math.abs(volts / cells - each) < SAME_V && (counted === undefined || counted === cells)) return cells;
    }
    return undefined;
  };
  if (said) {
    const cells = fits(said);
    if (cells === undefined && volts !== undefined && counted !== undefined)
      text.problems.push(
        `${volts} V does not go with ${counted} cells of this kind: ${counted} of them are ${round(counted * PRINTED_CELL_V[said][0]!)} V`,
      );
    else if (cells === undefined && volts !== undefined)
      text.problems.push(`${volts} V is no whole number of cells of this kind, which have ${PRINTED_CELL_V[said][0]} V each`);
    text.set('chemistry', said);
    if (cells ?? counted) text.set('cells', (cells ?? counted)!);
    return;
  }
  if (volts === undefined && counted === undefined) return;
  const likely = volts === undefined ? 'lipo' : LIKELY.find((chemistry) => fits(chemistry) !== undefined);
  if (!likely) {
    text.problems.push(
      counted === undefined
        ? `${volts} V is no whole number of cells of any usual kind`
        : `${volts} V does not go with ${counted} cells of any usual kind`,
    );
    if (counted !== undefined) text.set('cells', counted);
    return;
  }
  text.estimate('chemistry', likely, volts === undefined ? 'cells counted as S are most often LiPo' : `${volts} V is a usual figure of it`);
  const cells = fits(likely);
  if (cells !== undefined) text.set('cells', cells);
}
