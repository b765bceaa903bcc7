import { MOST_PHOTOS, type PhotoRef } from '@puddler/contract/shared';
import { editBench } from '../../document-store/edits';
import { useAppDispatch } from '../../document-store/store';
import { undoable } from '../../document-store/undoable';
import { useKeepPhotos } from '../../active/photos/use-keep-photos';
import type { ActiveCar } from '../../active/use-car';

const withoutCaption = ({ caption: _caption, ...photo }: PhotoRef): PhotoRef => photo;

/** A car's photos, and what can be done with them. */
export function usePhotos({ id, bench }: ActiveCar) {
  const dispatch = useAppDispatch();
  const photos = bench.photos ?? [];
  const { busy, problems, keep } = useKeepPhotos();

  const take = async (files: File[]) => {
    const kept = await keep(files, photos, MOST_PHOTOS - photos.length, `A car holds ${MOST_PHOTOS} photos.`);
    if (kept.length > 0) dispatch(editBench(id, 'photos', [...photos, ...kept], kept.length === 1 ? 'photo' : `${kept.length} photos`));
  };
  const caption = (at: number, text: string) => {
    const change = (photo: PhotoRef) => (text === '' ? withoutCaption(photo) : { ...photo, caption: text });
    const next = photos.map((photo, i) => (i === at ? change(photo) : photo));
    dispatch(editBench(id, 'photos', next, 'photo caption'));
  };
  const remove = (at: number) => {
    const next = photos.filter((_, i) => i !== at);
    dispatch(editBench(id, 'photos', next, 'remove a photo'));
    dispatch(undoable('The photo is removed.'));
  };
  return { photos, busy, problems, isFull: photos.length >= MOST_PHOTOS, take, caption, remove };
}
