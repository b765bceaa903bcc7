import { number, type LabelText } from './label-text';

/** Reads a speed controller's label: amps, burst, cells, BEC, sensor, fan. */
export function readEscLabel(text: LabelText): void {
  text.takeCount();
  readBec(text);
  text.takeUnused(/\b\d{1,2} ?- ?\d{1,2} ?(?:s|cells?)? ?ni-?mh\b|\bni-?mh ?:? ?\d{1,2} ?- ?\d{1,2}(?: ?s| cells?)?\b/i);
  const range =
    text.take(/\b(\d{1,2}) ?s? ?- ?(\d{1,2}) ?(?:s\b|cells?\b|li-?po\b)(?: ?li-?po)?/i) ??
    text.take(/\bli-?po ?:? ?(\d{1,2}) ?- ?(\d{1,2})(?: ?s| cells?)?\b/i);
  if (range) {
    text.set('minCells', Number(range[1]));
    text.set('maxCells', Number(range[2]));
  } else {
    const most = text.take(/(?:max\.? ?|up to )?\b(\d{1,2}) ?(?:s\b|cells?\b)(?: ?max\.?)?(?: ?li-?po)?/i);
    if (most) text.set('maxCells', Number(most[1]));
  }
  const burst =
    text.take(/\b(?:burst|peak|max\.?) ?[:=]? ?(\d+(?:\.\d+)?) ?a?\b/i) ?? text.take(/\b(\d+(?:\.\d+)?) ?a ?(?:burst|peak|max\.?)(?![a-z])/i);
  if (burst) text.set('burstA', number(burst[1]!));
  const pair = text.take(/\b(\d+(?:\.\d+)?) ?a? ?\/ ?(\d{2,}(?:\.\d+)?) ?a\b/i);
  if (pair) {
    text.set('continuousA', number(pair[1]!));
    text.set('burstA', number(pair[2]!));
  }
  text.takeNumber('continuousA', /\b(?:cont(?:inuous|\.)? ?[:=]? ?)?(\d+(?:\.\d+)?) ?a(?:mp(?:s|eres?)?)?\b(?: ?cont(?:inuous|\.)?)?/i);
  text.takeOhms('resistanceOhm');
  text.takeMass();
  text.takeNumber('cutoffVPerCell', /\bcut-?off ?[:=]? ?(\d\.\d+) ?v?(?: ?\/ ?cell)?/i);
  if (!text.takeFlag('sensored', /\b(?:sensor ?-?less|sl)\b/i, false)) text.takeFlag('sensored', /\b(?:sensored|(?:w\/|with )?sensors?|sd)\b/i, true);
  if (!text.takeFlag('fan', /\b(?:no fan|fan-?less)\b/i, false)) text.takeFlag('fan', /\b(?:(?:w\/|with |cooling )?fan)\b/i, true);
  const size = text.take(/\b(\d{2,3}(?:\.\d)?) ?x ?(\d{2,3}(?:\.\d)?) ?x ?(\d{1,3}(?:\.\d)?) ?(?:mm)?/i);
  if (size) (['lengthMm', 'widthMm', 'heightMm'] as const).forEach((field, i) => text.set(field, Number(size[i + 1])));
  if (text.take(/\bbrushed\b(?! ?\/)/i) && !text.has(/\bbrush ?-?less\b/i))
    text.problems.push('an ESC for brushed motors cannot drive a brushless one');
  text.takeUnused(/\bbrush ?-?less\b|\bbldc\b|\bbl\b|\b(?:waterproof|wp|ip\d\d)\b|\b1\/\d{1,2}(?:th)?\b/i);
  text.takeUnused(/\b(?:li-?po|opto)\b/i);
}

/** “BEC 6V/3A”, “6V 3A BEC”, “BEC 6/7.4/8.4V @ 6A”. Of several volts the lowest is taken: it suits every servo. */
function readBec(text: LabelText): void {
  const match =
    text.take(/\b(?:s-?|u)?bec ?[:=]? ?((?:\d(?:\.\d+)? ?v? ?[/|-] ?)*\d(?:\.\d+)?) ?v ?(?:[/@,-]|at)? ?(?:(\d+(?:\.\d+)?) ?a\b)?/i) ??
    text.take(/((?:\d(?:\.\d+)? ?v? ?[/|-] ?)*\d(?:\.\d+)?) ?v ?[/@ ] ?(\d+(?:\.\d+)?) ?a\b ?(?:(?:s-?|u)?bec)?/i);
  if (match) {
    const volts = (match[1]!.match(/\d+(?:\.\d+)?/g) ?? []).map(Number);
    text.set('becV', Math.min(...volts));
    if (volts.length > 1)
      text.fields['becV'] = {
        value: Math.min(...volts),
        source: 'estimated',
        rule: `can be set to ${volts.join(', ')} V; the lowest suits every servo`,
      };
    if (match[2]) text.set('becA', Number(match[2]));
    return;
  }
  const amps = text.take(/\b(\d+(?:\.\d+)?) ?a ?(?:s-?|u)?bec\b/i) ?? text.take(/\b(?:s-?|u)?bec ?[:=]? ?(\d+(?:\.\d+)?) ?a\b/i);
  if (amps) text.set('becA', Number(amps[1]));
  else text.take(/\b(?:s-?|u)?bec\b/i);
}
