import { LONGEST_FILE_NAME, type FileRef } from '@puddler/contract/shared';
import { useState } from 'react';
import { keepFile, whyNotKept } from '../../document-store/keep-files';
import { useAppStore } from '../../document-store/store';
import { shrinkPhoto } from './shrink-photo';

interface Keeping {
  busy: boolean;
  problems: string[];
  /** Keeps pictures that are not among those that there are; hands out what was kept. `room` is how many more there may be. */
  keep: (files: File[], known: readonly FileRef[], room: number, full: string) => Promise<FileRef[]>;
}

/** Makes pictures smaller and keeps them; what cannot be kept is said instead. */
export function useKeepPhotos(): Keeping {
  const store = useAppStore();
  const [busy, setBusy] = useState(false);
  const [problems, setProblems] = useState<string[]>([]);

  const one = async (file: File): Promise<FileRef | string> => {
    const shrunk = await shrinkPhoto(file);
    if (!shrunk.ok) return shrunk.message;
    try {
      const photo = await keepFile(store, 'photo', shrunk.picture);
      return { ...photo, name: file.name.slice(0, LONGEST_FILE_NAME) };
    } catch (cause) {
      return `${file.name}: ${whyNotKept(cause)}`;
    }
  };
  const keep: Keeping['keep'] = async (files, known, room, full) => {
    if (files.length === 0) return [];
    setBusy(true);
    const bad: string[] = [];
    const kept: FileRef[] = [];
    for (const file of files.slice(0, Math.max(0, room))) {
      const photo = await one(file);
      if (typeof photo === 'string') bad.push(photo);
      else if ([...known, ...kept].some((other) => other.hash === photo.hash)) bad.push(`${file.name} is among the photos already.`);
      else kept.push(photo);
    }
    if (files.length > room) bad.push(full);
    setProblems(bad);
    setBusy(false);
    return kept;
  };
  return { busy, problems, keep };
}
