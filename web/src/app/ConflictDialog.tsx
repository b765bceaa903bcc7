import { conflictSettled, type Content, type Held } from '../data/desk-slice';
import { Button } from '../ui/Button';
import { Modal } from '../ui/Modal';
import { differences } from './differences';
import { useAppDispatch } from './store';

const nameOf = (content: Content): string => (content.kind === 'car' ? content.car : content.kind === 'plan' ? content.plan : content.part).name;
const bodyOf = (content: Content): unknown =>
  content.kind === 'car' ? { ...content.car, bench: content.bench } : content.kind === 'plan' ? content.plan : content.part;

/** Two places changed the same document: shows what differs and lets the builder choose. */
export default function ConflictDialog({ held }: { held: Held }) {
  const dispatch = useAppDispatch();
  if (!held?.conflict) return null;
  const { conflict, content, key } = held;
  const rows = content ? differences(bodyOf(content), bodyOf(conflict.content)) : [];
  const settle = (keep: 'mine' | 'theirs') => dispatch(conflictSettled({ key, keep }));
  return (
    <Modal
      open
      onClose={() => undefined}
      title={`${nameOf(conflict.content)} was changed somewhere else`}
      description={
        content
          ? 'Another window or device saved it after you opened it. Nothing is lost until you choose.'
          : 'You deleted it here; meanwhile it was changed elsewhere.'
      }
    >
      {rows.length > 0 && (
        <table className="mt-4 w-full text-left text-[13px]">
          <thead className="text-[12px] text-soft">
            <tr className="border-b border-rule">
              <th className="py-1 font-medium">Figure</th>
              <th className="py-1 font-medium">Yours</th>
              <th className="py-1 font-medium">Newer</th>
            </tr>
          </thead>
          <tbody>
            {rows.map((row) => (
              <tr key={row.path} className="border-b border-rule">
                <th className="py-1 pr-2 font-normal">{row.path}</th>
                <td className="py-1 pr-2 font-medium">{row.mine}</td>
                <td className="py-1 font-medium">{row.theirs}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <div className="mt-5 flex justify-end gap-2">
        <Button onClick={() => settle('theirs')}>Take the newer one</Button>
        <Button tone="action" onClick={() => settle('mine')}>
          {content ? 'Keep mine' : 'Delete it all the same'}
        </Button>
      </div>
    </Modal>
  );
}
