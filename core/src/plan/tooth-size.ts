export const MM_PER_INCH = 25.4;
/** So near to a whole number a pitch was printed as that [teeth an inch]. */
const WHOLE = 0.02;

/** A tooth size as it is printed: “module 0.8”, “48 pitch (module 0.53)”. */
export function toothSize(moduleMm: number): string {
  const module = `module ${Number(moduleMm.toFixed(2))}`;
  const pitch = MM_PER_INCH / moduleMm;
  const isPitch = Number(moduleMm.toFixed(2)) !== moduleMm && Math.abs(pitch - Math.round(pitch)) < WHOLE;
  return isPitch ? `${Math.round(pitch)} pitch (${module})` : module;
}
