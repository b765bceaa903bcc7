import type { LinkName } from '../predict/link-use';

/** Rows of docs/model.md section 7. */
export type FindingId =
  | 'fit-diameter'
  | 'fit-length'
  | 'fit-esc'
  | 'fit-pack'
  | 'shaft-bore'
  | 'module'
  | 'mount-pattern'
  | 'mesh-distance'
  | 'spur-clearance'
  | 'screw-depth'
  | 'bec-voltage';

export type FindingLevel = 'info' | 'caution' | 'stop';

/** Something that gives, or nearly: what, how near its limit, and why. */
export interface Finding {
  id: FindingId;
  link: LinkName;
  level: FindingLevel;
  /** What is compared, in words: “motor can diameter”. */
  figure: string;
  value: number;
  limit: number;
  unit: string;
  /** Share of the limit used; 1 is at it. */
  share: number;
  why: string;
}

const LEVEL_RANK: Record<FindingLevel, number> = { stop: 2, caution: 1, info: 0 };

/** What gives first comes first. */
export function bySeverity(findings: readonly Finding[]): Finding[] {
  return [...findings].sort((a, b) => LEVEL_RANK[b.level] - LEVEL_RANK[a.level] || b.share - a.share);
}
