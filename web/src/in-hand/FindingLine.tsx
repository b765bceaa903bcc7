import type { Finding } from '@puddler/core';
import { VerdictMark } from '../ui/VerdictMark';

/** One finding in two lines: what gives, and why. */
export function FindingLine({ finding }: { finding: Finding }) {
  return (
    <div className="mt-1 flex items-baseline gap-2 text-[12.5px]">
      <VerdictMark level={finding.level === 'info' ? 'good' : finding.level} />
      <span>
        <span className="font-medium">{finding.figure.charAt(0).toUpperCase() + finding.figure.slice(1)}.</span>{' '}
        <span className="text-soft">{finding.why}</span>
      </span>
    </div>
  );
}
