import { MOST_PHOTOS, type Fitting, type SettingNote, type StepPhoto } from '@puddler/contract/shared';
import { benchSteps, fitInput, settingsSheet, wiringOf, type FitInput, type PlanFile, type Setting, type Wiring } from '@puddler/core';
import { format } from 'date-fns';
import { useMemo } from 'react';
import { editFitting } from '../../document-store/noted-edits';
import { benchOf, fittingOf } from '../../document-store/selectors';
import { useAppDispatch, useAppSelector } from '../../document-store/store';
import { useKeepPhotos } from '../../active/photos/use-keep-photos';
import { useRunTerms } from '../../active/run-terms';
import { withMember } from '../../active/noted/with-member';
import type { ActivePlan } from '../../active/use-plan';
import { fitRows, withStep, type FitRow } from '../../active/noted/fit-progress';
import { nowMs, nowText } from '../../ui/clock';

/** The bench for a plan: steps with what is noted, drawings’ data, and everything that can be done. */
export interface AtBench {
  rows: FitRow[];
  input: FitInput;
  wiring: Wiring;
  sheet: Setting[];
  fitting: Fitting;
  stock: PlanFile | undefined;
  change: (change: (noted: Fitting) => Fitting, label: string, joins?: string) => void;
  note: (row: FitRow, change: Parameters<typeof withStep>[2], label: string) => void;
  tick: (row: FitRow, done: boolean) => void;
  setSetting: (id: string, change: { before?: string | undefined; after?: string | undefined }) => void;
  photos: { busy: boolean; problems: string[]; isFull: boolean; take: (row: FitRow, files: File[]) => void; remove: (photo: StepPhoto) => void };
}

export function useFit({ id, carId, file, plan }: ActivePlan): AtBench {
  const dispatch = useAppDispatch();
  const { limits, stock } = useRunTerms(carId, plan.limits);
  const receiverInEsc = useAppSelector((state) => benchOf(state, carId)?.radio?.inEsc);
  const fitting = useAppSelector((state) => fittingOf(state, id));
  const { choices } = fitting;
  const made = useMemo(() => {
    const options = { stock, limits, choices, receiverInEsc };
    const input = fitInput(file, options);
    return {
      input,
      steps: benchSteps(file, options),
      wiring: wiringOf(file, { choices, receiverGoes: input.receiverGoes }),
      sheet: settingsSheet(input),
    };
  }, [file, stock, limits, choices, receiverInEsc]);
  const rows = useMemo(() => fitRows(made.steps, fitting), [made, fitting]);
  const keeping = useKeepPhotos();
  const change: AtBench['change'] = (make, label, joins) => dispatch(editFitting(id, make, label, joins));
  return {
    rows,
    input: made.input,
    wiring: made.wiring,
    sheet: made.sheet,
    fitting,
    stock,
    change,
    note: (row, what, label) => change((noted) => withStep(noted, row.step.id, what), label, `${row.step.id} ${label}`),
    tick: (row, done) =>
      change(
        (noted) => withStep(noted, row.step.id, { done: done ? { at: nowText(), of: row.step.of } : undefined }),
        `${done ? 'tick' : 'untick'} ${row.step.title}`,
      ),
    setSetting: (of, next) =>
      change(
        (noted) => {
          const settings = withMember<SettingNote>(noted.settings, of, { ...next, on: format(nowMs(), 'yyyy-MM-dd') });
          // A day alone says nothing.
          return { ...noted, settings: settings.filter((one) => one.before !== undefined || one.after !== undefined) };
        },
        'setting',
        `setting ${of}`,
      ),
    photos: {
      busy: keeping.busy,
      problems: keeping.problems,
      isFull: fitting.photos.length >= MOST_PHOTOS,
      take: (row, files) =>
        void keeping.keep(files, fitting.photos, MOST_PHOTOS - fitting.photos.length, `A fitting holds ${MOST_PHOTOS} photos.`).then((kept) => {
          if (kept.length > 0)
            change((noted) => ({ ...noted, photos: [...noted.photos, ...kept.map((one) => ({ ...one, step: row.step.id }))] }), 'photo');
        }),
      remove: (photo) => change((noted) => ({ ...noted, photos: noted.photos.filter((one) => one.hash !== photo.hash) }), 'remove a photo'),
    },
  };
}
