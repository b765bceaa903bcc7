import { RotateCcw } from 'lucide-react';
import { Button } from './Button';

/** What could not be done, why, and the way to try again. */
export function Failed({ what, reason, onRetry }: { what: string; reason: string; onRetry?: (() => void) | undefined }) {
  return (
    <div role="alert" className="flex flex-wrap items-center gap-x-3 gap-y-1 border-l-4 border-stop py-0.5 pl-3 text-body">
      <span>
        <strong className="font-semibold">{what}.</strong> {reason}
      </span>
      {onRetry && (
        <Button icon={<RotateCcw size={14} aria-hidden="true" />} onClick={onRetry}>
          Try again
        </Button>
      )}
    </div>
  );
}
