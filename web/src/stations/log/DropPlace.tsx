import { useImperativeHandle, type Ref } from 'react';
import type { ActivePlan } from '../../active/use-plan';
import { lateDialog } from '../../ui/late-part';
import type { AtLog } from './use-log';
import { useTakeFiles } from './use-take-files';

const DropDialog = lateDialog('The logs', () => import('./DropDialog'));

/** What takes files, from wherever on the page they come. */
export interface FileTaker {
  take: (files: File[]) => void;
}

/** Where files that were dropped are read and mapped. What it tells of its progress draws nothing else of the page again. */
export function DropPlace({ ref, log, active, onKept }: { ref: Ref<FileTaker>; log: AtLog; active: ActivePlan; onKept: () => void }) {
  const { take, keep, dropping, problems } = useTakeFiles(log, active, onKept);
  useImperativeHandle(ref, () => ({ take: (files) => void take(files) }));
  return (
    <>
      {problems.map((problem) => (
        <p key={problem} role="alert" className="mt-1 text-body text-stop">
          {problem}
        </p>
      ))}
      {dropping.dropped.length > 0 && <DropDialog dropping={dropping} onKeep={() => void keep()} onClose={dropping.clear} />}
    </>
  );
}
