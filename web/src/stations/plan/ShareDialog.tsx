import { FileDown } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { ChartExport } from '../../charts/ChartExport';
import { useAppSelector } from '../../document-store/store';
import { useRunTerms } from '../../active/run-terms';
import { CopyField } from '../../active/sharing/CopyField';
import { PlanCard } from '../../active/sharing/PlanCard';
import { planLink } from '../../active/sharing/plan-link';
import { planText } from '../../active/sharing/plan-text';
import { useShared } from '../../active/sharing/use-shared';
import type { ActivePlan } from '../../active/use-plan';
import { Modal } from '../../ui/Modal';

/** A plan goes out as its file, a link, a text or a card. All of it is made in the page. */
export default function ShareDialog({ active, onClose }: { active: ActivePlan; onClose: () => void }) {
  const { id, carId, plan, file } = active;
  const system = useAppSelector((state) => state.prefs.units);
  const card = useRef<SVGSVGElement>(null);
  const shared = useShared(file, useRunTerms(carId, plan.limits));
  const [link, setLink] = useState('');
  useEffect(() => {
    let isOpen = true;
    planLink(window.location.origin, { ...file, name: plan.name }).then(
      (address) => isOpen && setLink(address),
      (error: unknown) => isOpen && setLink(error instanceof Error ? error.message : String(error)),
    );
    return () => void (isOpen = false);
  }, [file, plan.name]);
  return (
    <Modal open onClose={onClose} wide title={`Share ${plan.name}`} description="Made here: nothing is sent anywhere until you send it.">
      {shared && (
        <div className="mt-3 border border-rule bg-paper">
          <PlanCard ref={card} name={plan.name} file={file} band={shared.band} figures={shared.figures} />
        </div>
      )}
      <p className="mt-2 flex flex-wrap items-center gap-3 text-body">
        The card as a picture: <ChartExport svg={() => card.current} name={`card of ${plan.name}`} />
        <a href={`/api/plans/${id}/file`} className="ml-auto inline-flex items-center gap-1.5 text-steel underline underline-offset-2">
          <FileDown size={14} aria-hidden="true" />
          The plan as a file
        </a>
      </p>
      <CopyField label="Link" text={link} lines={2} />
      <p className="text-small text-soft">
        It holds the whole plan, and opens in whichever Puddler runs at this address, read-only until it is kept.
      </p>
      {shared && <CopyField label="Text" text={planText(plan.name, file, shared.figures, system)} lines={12} />}
    </Modal>
  );
}
