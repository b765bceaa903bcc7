/** The six links of the chain, as power runs. */
export const LINK_NAMES = ['pack', 'esc', 'motor', 'gears', 'tyres', 'road'] as const;
export type LinkName = (typeof LINK_NAMES)[number];

/** How near its limit something is. */
export type Level = 'good' | 'caution' | 'stop';
