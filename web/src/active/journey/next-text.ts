import type { NextStep } from '@puddler/core';

/** Where the next step of a plan is done. */
export function nextPath({ station }: NextStep, { id, carId }: { id: string; carId: string }): string {
  if (station === 'car') return `/cars/${carId}`;
  return station === 'plan' ? `/plans/${id}` : `/plans/${id}/${station}`;
}

const lines = (count: number): string => (count === 1 ? 'one line' : `${count} lines`);

/** “motor, ESC and pack”. */
const inARow = (words: readonly string[]): string => [words.slice(0, -1).join(', '), ...words.slice(-1)].filter(Boolean).join(' and ');

/** The first few by name, and how many more. */
function listed(names: readonly string[]): string {
  const [more, named] = [names.length - NAMED, names.slice(0, NAMED)];
  return more > 0 ? `${named.join(', ')} and ${more} more of the list` : named.join(', ');
}
const NAMED = 3;

/** What comes next, as it stands after “Next:”. */
export function nextText(next: NextStep): string {
  switch (next.kind) {
    case 'fix':
      return `change what gives first: ${next.finding.figure}`;
    case 'read-label':
      return `read on its label ${next.missing}, and type it at ESC`;
    case 'count-gears':
      return `count the teeth of ${next.gears.join(' and ')}, and type them at Gears`;
    case 'say-parts':
      return `say which ${inARow(next.parts.map((part) => (part === 'esc' ? 'ESC' : part)))} it is to have: type what is printed on ${next.parts.length > 1 ? 'them' : 'it'}, or choose in Find`;
    case 'choose-parts':
      return 'choose parts for it in Find, or change a copy of it';
    case 'measure-bay':
      return `measure the space in the bay before anything is bought: ${next.names.join(', ')}`;
    case 'buy':
      return next.missing > 0
        ? `get the ${lines(next.missing)} of the list that ${next.missing === 1 ? 'is' : 'are'} missing${next.ordered > 0 ? `; ${next.ordered} ordered` : ''}`
        : `wait for the ${lines(next.ordered)} that ${next.ordered === 1 ? 'is' : 'are'} ordered`;
    case 'check-at-home':
      return `see whether you have ${listed(next.names)}`;
    case 'fit':
      return `fit step ${next.number} of ${next.of}: ${next.title}`;
    case 'learn':
      return `learn from ${next.runs} runs`;
    case 'step-up':
      return next.number === 1 ? 'drive the first step up' : `drive step ${next.number} up`;
    case 'measure':
      return `measure ${next.label}: ${next.how}`;
    case 'drive':
      return 'drive it, and log what it does';
  }
}
