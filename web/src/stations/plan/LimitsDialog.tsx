import { capitalized, DEFAULT_LIMITS, FINDING_IDS, type FindingId, type Limit } from '@puddler/core';
import { useState } from 'react';
import { limitSet } from '../../document-store/prefs-slice';
import { useAppDispatch, useAppSelector } from '../../document-store/store';
import { replacePlan } from '../../document-store/edits';
import { Button } from '../../ui/Button';
import { Choice } from '../../ui/Choice';
import { Modal } from '../../ui/Modal';
import type { ActivePlan } from '../../active/use-plan';
import { Input } from '../../ui/Input';

type Own = { caution?: number; stop?: number };
type Whose = 'builder' | 'plan';

const CHANGEABLE = FINDING_IDS.filter((id) => 'caution' in DEFAULT_LIMITS[id] || 'stop' in DEFAULT_LIMITS[id]);

/** Where caution and stop begin: the usual, for every plan of this builder, or for this plan alone. */
export default function LimitsDialog({ active, onClose }: { active: ActivePlan; onClose: () => void }) {
  const dispatch = useAppDispatch();
  const builder = useAppSelector((state) => state.prefs.limits);
  const [whose, setWhose] = useState<Whose>('builder');
  const plan = (active.plan.limits ?? {}) as Partial<Record<FindingId, Own>>;
  const own = whose === 'builder' ? builder : plan;

  const set = (id: FindingId, limit: Own | undefined) => {
    if (whose === 'builder') {
      dispatch(limitSet({ id, limit }));
      return;
    }
    const { [id]: _old, ...others } = plan;
    const limits = limit ? { ...others, [id]: limit } : others;
    const { limits: _limits, ...rest } = active.plan;
    dispatch(replacePlan(active.id, Object.keys(limits).length > 0 ? { ...rest, limits } : rest, `limit of ${DEFAULT_LIMITS[id].what}`));
  };

  return (
    <Modal
      open
      wide
      onClose={onClose}
      title="Limits"
      description="Empty means the usual. A plan’s own limit counts before yours. Raising one does not make a part stronger."
    >
      <div className="mt-3 flex gap-1" role="group" aria-label="Whose limits">
        {(['builder', 'plan'] as const).map((one) => (
          <Choice key={one} size="large" on={whose === one} onClick={() => setWhose(one)}>
            {one === 'builder' ? 'Mine, for every plan' : 'This plan only'}
          </Choice>
        ))}
      </div>
      <table className="mt-3 w-full text-left text-body">
        <thead className="text-small text-soft">
          <tr className="border-b border-rule">
            <th scope="col" className="py-1 font-medium">
              Figure
            </th>
            <th scope="col" className="py-1 font-medium">
              Caution
            </th>
            <th scope="col" className="py-1 font-medium">
              Stop
            </th>
            <th scope="col">
              <span className="sr-only">Reset</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {CHANGEABLE.map((id) => (
            <Row key={`${whose}:${id}:${JSON.stringify(own[id])}`} id={id} own={own[id]} onSet={(limit) => set(id, limit)} />
          ))}
        </tbody>
      </table>
      <div className="mt-4 flex justify-end">
        <Button onClick={onClose}>Done</Button>
      </div>
    </Modal>
  );
}

function Row({ id, own, onSet }: { id: FindingId; own: Own | undefined; onSet: (limit: Own | undefined) => void }) {
  const usual: Limit = DEFAULT_LIMITS[id];
  const [problem, setProblem] = useState<string>();
  const field = (which: 'caution' | 'stop') => {
    if (usual[which] === undefined) return <td className="py-1 pr-2 text-soft">–</td>;
    return (
      <td className="py-1 pr-2">
        <Input
          aria-label={`${which} for ${usual.what}`}
          figure
          invalid={problem !== undefined}
          className="w-20"
          inputMode="decimal"
          placeholder={String(usual[which])}
          defaultValue={own?.[which] ?? ''}
          onKeyDown={(event) => event.key === 'Enter' && event.currentTarget.blur()}
          onBlur={(event) => {
            const text = event.target.value.trim().replace(',', '.');
            const value = text === '' ? undefined : Number(text);
            if (value !== undefined && !(Number.isFinite(value) && Math.abs(value) < 1e6)) {
              setProblem(`“${text}” is not a number`);
              return;
            }
            setProblem(undefined);
            const { [which]: _old, ...rest } = own ?? {};
            const next = value === undefined ? rest : { ...rest, [which]: value };
            if (value !== own?.[which]) onSet(Object.keys(next).length > 0 ? next : undefined);
          }}
        />
      </td>
    );
  };
  return (
    <tr className="border-b border-rule">
      <th scope="row" className="py-1 pr-2 font-normal">
        {capitalized(usual.what)} <span className="text-soft">{usual.unit}</span>
        {problem && (
          <span role="alert" className="block text-small text-stop">
            {problem}
          </span>
        )}
      </th>
      {field('caution')}
      {field('stop')}
      <td className="w-20 py-1 text-right">
        {own && (
          <Button tone="quiet" onClick={() => onSet(undefined)}>
            Usual
          </Button>
        )}
      </td>
    </tr>
  );
}
