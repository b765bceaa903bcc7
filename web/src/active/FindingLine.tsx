import { capitalized } from '@puddler/core';
import type { Finding } from '@puddler/core';
import { Info } from 'lucide-react';
import { VerdictMark } from '../ui/VerdictMark';
import { Said } from './Said';

/** One finding in two lines: what gives, and why. */
export function FindingLine({ finding }: { finding: Finding }) {
  return (
    <div className="mt-1 flex items-baseline gap-2 text-small">
      {finding.level === 'info' ? (
        <Info size={12} className="shrink-0 self-center text-soft" aria-label="worth knowing" />
      ) : (
        <VerdictMark level={finding.level} />
      )}
      <span>
        <span className="font-medium">{capitalized(finding.figure)}.</span>{' '}
        <span className="text-soft">
          <Said>{finding.why}</Said>
        </span>
      </span>
    </div>
  );
}
