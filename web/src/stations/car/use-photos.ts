import { LONGEST_FILE_NAME, MOST_PHOTOS, type PhotoRef } from '@puddler/contract/shared';
import { useState } from 'react';
import { api, errorOf } from '../../desk/api';
import { editBench } from '../../desk/edits';
import { useAppDispatch } from '../../desk/store';
import { undoable } from '../../desk/undoable';
import type { CarInHand } from '../../in-hand/use-car';
import { shrinkPhoto } from './shrink-photo';

const withoutCaption = ({ caption: _caption, ...photo }: PhotoRef): PhotoRef => photo;

/** A car's photos, and what can be done with them. */
export function usePhotos({ id, bench }: CarInHand) {
  const dispatch = useAppDispatch();
  const photos = bench.photos ?? [];
  const [busy, setBusy] = useState(false);
  const [problems, setProblems] = useState<string[]>([]);

  /** Makes a picture smaller and keeps it; what cannot be is said instead. */
  const keep = async (file: File): Promise<PhotoRef | string> => {
    const shrunk = await shrinkPhoto(file);
    if (!shrunk.ok) return shrunk.message;
    try {
      const photo = await dispatch(api.endpoints.keepFile.initiate(shrunk.picture)).unwrap();
      return { ...photo, name: file.name.slice(0, LONGEST_FILE_NAME) };
    } catch (cause) {
      const error = errorOf(cause);
      return `${file.name}: ${error ? `${error.message} ${error.mend}` : 'the server does not answer. Try again.'}`;
    }
  };
  const take = async (files: File[]) => {
    if (files.length === 0) return;
    setBusy(true);
    const bad: string[] = [];
    const kept: PhotoRef[] = [];
    const room = MOST_PHOTOS - photos.length;
    for (const file of files.slice(0, room)) {
      const photo = await keep(file);
      if (typeof photo === 'string') bad.push(photo);
      else if ([...photos, ...kept].some((one) => one.hash === photo.hash)) bad.push(`${file.name} is among the photos already.`);
      else kept.push(photo);
    }
    if (files.length > room) bad.push(`A car holds ${MOST_PHOTOS} photos.`);
    if (kept.length > 0) dispatch(editBench(id, 'photos', [...photos, ...kept], kept.length === 1 ? 'photo' : `${kept.length} photos`));
    setProblems(bad);
    setBusy(false);
  };
  const caption = (at: number, text: string) => {
    const change = (photo: PhotoRef) => (text === '' ? withoutCaption(photo) : { ...photo, caption: text });
    dispatch(
      editBench(
        id,
        'photos',
        photos.map((photo, i) => (i === at ? change(photo) : photo)),
        'photo caption',
      ),
    );
  };
  const remove = (at: number) => {
    dispatch(
      editBench(
        id,
        'photos',
        photos.filter((_, i) => i !== at),
        'remove a photo',
      ),
    );
    dispatch(undoable('The photo is removed.'));
  };
  return { photos, busy, problems, isFull: photos.length >= MOST_PHOTOS, take, caption, remove };
}

export type Photos = ReturnType<typeof usePhotos>;
