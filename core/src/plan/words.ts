/** What people call the values that a plan file spells with codes; a value without a word shows as it is. */
const CHOICE_WORDS: Record<string, string> = {
  lipo: 'LiPo',
  lihv: 'LiHV',
  liion: 'Li-ion',
  life: 'LiFe',
  nimh: 'NiMH',
  rwd: 'rear wheels',
  fwd: 'front wheels',
  '4wd-shaft': 'all four, shaft',
  '4wd-belt': 'all four, belt',
  tracked: 'tracks',
  direct: 'motor on the axle',
  'packed-dirt': 'packed dirt',
  'loose-dirt': 'loose dirt',
  'short-course': 'short course',
  'speed-pass': 'speed passes',
  ball: 'ball bearings',
  bushing: 'bushings',
  esc: 'ESC',
  'worn-out': 'worn out',
};

export const wordFor = (value: string): string => CHOICE_WORDS[value] ?? value;

/** The same text, beginning as a sentence does. */
export const capitalized = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** “2 × 4S 5000”, “2S 5000 + 3S 2200”. */
export function packNames(packs: readonly { name: string }[]): string {
  const names = [...new Set(packs.map(({ name }) => name))];
  return names.length === 1 && packs.length > 1 ? `${packs.length} × ${names[0]}` : packs.map(({ name }) => name).join(' + ');
}
