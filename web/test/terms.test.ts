import { TERM_LIST, termIn, type TERMS } from '../src/active/terms';

/** What a newcomer must be able to look up. */
const WANTED = [
  ...[
    'kv',
    'turns',
    'cells',
    'mAh',
    'C rating',
    'continuous',
    'burst',
    'BEC',
    'sensored',
    'poles',
    'timing',
    'punch',
    'drag brake',
    'cut-off',
    'sag',
  ],
  ...['module', 'bore', 'mesh', 'pinion', 'spur', 'ratio behind the spur', 'final drive', 'rollout', 'can', 'winding', 'settled current', 'peak'],
  ...['grip', 'cap', 'likely', 'nearly sure', 'caution and stop', 'front', 'band score', 'course', 'leg', 'failsafe'],
];

test('every word that a newcomer must be able to look up has one entry of one or two sentences', () => {
  const words = TERM_LIST.map(({ word }) => word);
  expect(WANTED.filter((word) => !words.includes(word))).toEqual([]);
  expect(new Set(words).size).toBe(words.length);
  for (const { word, definition } of TERM_LIST)
    expect([word, definition.split(/[.:](?:\s|$)/).filter(Boolean).length <= 4, /[.…]$/.test(definition)]).toEqual([word, true, true]);
  expect(words).toEqual([...words].sort((a, b) => a.localeCompare(b, 'en')));
});

test.each<[string, keyof typeof TERMS | undefined, string | undefined]>([
  ['kv', 'kv', 'kv'],
  ['Drag brake', 'dragBrake', 'Drag brake'],
  ['Final drive', 'finalDrive', 'Final drive'],
  ['Module of the spur', 'module', 'Module'],
  ['C rating', 'cRating', 'C rating'],
  ['Grip', 'grip', 'Grip'],
  // A verb, and no motor’s outside.
  ['It can be set', undefined, undefined],
  ['Weight', undefined, undefined],
  // Part of a longer word is none.
  ['Spurious', undefined, undefined],
])('“%s” explains %s', (text, name, word) => {
  const found = termIn(text);
  expect(found?.name).toBe(name);
  expect(found?.word).toBe(word);
  if (found) expect(found.before + found.word + found.after).toBe(text);
});
