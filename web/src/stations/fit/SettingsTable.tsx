import { LONGEST_NAME, type SettingNote } from '@puddler/contract/shared';
import { useMemo } from 'react';
import { keyOf } from '../../document-store/entry';
import { plansOfCar } from '../../document-store/select-garage';
import { useAppSelector } from '../../document-store/store';
import { Said } from '../../active/Said';
import { Glossed } from '../../active/Term';
import type { AtBench } from './use-fit';
import { Input } from '../../ui/Input';

/** Each setting with its value for this plan, why and what it costs; what stood on the ESC before, and what stands there now. */
export function SettingsTable({ bench, carId, planId }: { bench: AtBench; carId: string; planId: string }) {
  const earlier = useEarlier(carId, planId);
  return (
    <section aria-label="Settings of the ESC" className="print:break-inside-avoid">
      <div className="overflow-x-auto">
        <table className="w-full text-small">
          <thead>
            <tr className="border-b border-ink text-left text-soft">
              <th scope="col" className="w-[56%] py-0.5 pr-2 font-normal">
                Setting, and its value here
              </th>
              <th scope="col" className="pr-2 font-normal">
                before
              </th>
              <th scope="col" className="font-normal">
                after
              </th>
            </tr>
          </thead>
          <tbody>
            {bench.sheet.map((setting) => {
              const note = bench.fitting.settings.find((one) => one.id === setting.id);
              const last = earlier.get(setting.id);
              return (
                <tr key={setting.id} className="border-b border-rule align-top">
                  <th scope="row" className="py-1 pr-2 text-left font-normal">
                    <strong className="font-semibold">
                      <Glossed>{setting.what}</Glossed>:
                    </strong>{' '}
                    <Said>{setting.value}</Said>
                    <span className="block text-fine text-soft">
                      {setting.why} {setting.costs !== 'None.' && `Costs: ${setting.costs.charAt(0).toLowerCase()}${setting.costs.slice(1)}`}
                    </span>
                    {last && (
                      <span className="block text-fine text-steel">
                        Last on this car: {last.after ?? last.before}, {last.on} ({last.plan}).
                      </span>
                    )}
                  </th>
                  <SettingCell label={`${setting.what} before`} value={note?.before} onSet={(before) => bench.setSetting(setting.id, { before })} />
                  <SettingCell
                    label={`${setting.what} after`}
                    value={note?.after}
                    on={note?.on}
                    onSet={(after) => bench.setSetting(setting.id, { after })}
                  />
                </tr>
              );
            })}
          </tbody>
        </table>
      </div>
    </section>
  );
}

interface CellProps {
  label: string;
  value: string | undefined;
  on?: string | undefined;
  onSet: (value: string | undefined) => void;
}

function SettingCell({ label, value, on, onSet }: CellProps) {
  return (
    <td className="py-1 pr-2">
      <Input
        aria-label={label}
        key={value}
        defaultValue={value ?? ''}
        maxLength={LONGEST_NAME}
        size="small"
        className="w-full min-w-20"
        onKeyDown={(event) => event.key === 'Enter' && event.currentTarget.blur()}
        onBlur={(event) => {
          const text = event.target.value.trim();
          if (text !== (value ?? '')) onSet(text === '' ? undefined : text);
        }}
      />
      {on && value !== undefined && <span className="text-fine text-soft">{on}</span>}
    </td>
  );
}

/** The newest note of each setting on other plans of the car. */
function useEarlier(carId: string, planId: string): Map<string, SettingNote & { plan: string }> {
  const held = useAppSelector((state) => state.documentStore.entries);
  const plans = useAppSelector((state) => plansOfCar(state, carId));
  return useMemo(() => {
    const found = new Map<string, SettingNote & { plan: string }>();
    for (const { id, plan } of plans) {
      if (id === planId) continue;
      const content = held[keyOf('fitting', id)]?.content;
      for (const note of content?.kind === 'fitting' ? content.body.settings : [])
        if ((found.get(note.id)?.on ?? '') < (note.on ?? '')) found.set(note.id, { ...note, plan: plan.name });
    }
    return found;
  }, [held, plans, planId]);
}
