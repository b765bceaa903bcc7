/** What an infrared thermometer sees of a matt patch: the rest of what it reads is the air around. */
export const MATT_EMITS = 0.95;

/** How warm a surface is that reads so. */
export const surfaceOf = (readC: number, ambientC: number): number => ambientC + (readC - ambientC) / MATT_EMITS;
