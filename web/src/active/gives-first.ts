import { capitalized, givesFirst, type Finding, type LinkUse } from '@puddler/core';

/** What stands for a car whose motor cannot set it going: that no limit is passed then says nothing. */
export const DOES_NOT_MOVE = 'It does not move: resistance is more than full throttle gives at standstill';

/** The link that gives first: that of the worst finding, else the one that uses most of its limit. What is only worth knowing is near no limit. */
export function firstLink(
  findings: readonly Finding[] | undefined,
  uses: readonly LinkUse[] | undefined,
): Pick<LinkUse, 'link' | 'level'> | undefined {
  const [worst] = findings ?? [];
  return worst && worst.level !== 'info' ? { link: worst.link, level: worst.level } : uses && givesFirst(uses);
}

/** What gives first, in a sentence that leaves nothing out. */
export function givesFirstText(topSpeedMs: number, findings: readonly Finding[]): string {
  const worst = findings.find((one) => one.level !== 'info');
  if (!(topSpeedMs > 0)) return DOES_NOT_MOVE;
  return worst ? `${capitalized(worst.figure)} gives first` : 'Nothing that is known is over a limit';
}
