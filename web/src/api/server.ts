import {
  kindOf,
  type CheckReport,
  type DocWrites,
  type DocsWritten,
  type FileRef,
  type Imported,
  type KindName,
  type LanState,
  type Restored,
  type RestorePreview,
} from '@puddler/contract/shared';
import { request } from './request';

/** Sending thousands of parts takes its time. */
const LONG_MS = 60_000;
/** So does a backup with its photos, or a log of an afternoon. */
const LONGEST_MS = 600_000;

/** Writes documents of one kind, whole or not at all; `page` names the page that a worker writes for. */
export const writeDocuments = (kind: KindName, writes: DocWrites['writes'], page?: string): Promise<DocsWritten> =>
  request(kindOf(kind).path, { method: 'POST', json: { writes }, timeoutMs: LONG_MS, ...(page === undefined ? {} : { page }) });

export const keepPhoto = (body: Blob): Promise<FileRef> => request('files', { method: 'POST', body, type: body.type, timeoutMs: LONG_MS });
export const keepLog = (body: Blob): Promise<FileRef> => request('files/logs', { method: 'POST', body, type: 'text/plain', timeoutMs: LONGEST_MS });

export const lastCheck = (): Promise<CheckReport | null> => request('check');
export const checkNow = (): Promise<CheckReport> => request('check', { method: 'POST', timeoutMs: LONGEST_MS });

export const lanState = (): Promise<LanState> => request('lan');
export const switchLan = (json: { isOn: boolean; address?: string; isTls?: boolean }): Promise<LanState> => request('lan', { method: 'PUT', json });
export const offerPairing = (): Promise<LanState> => request('lan/offer', { method: 'POST' });
export const withdrawOffer = (): Promise<LanState> => request('lan/offer', { method: 'DELETE' });
export const answerAsk = (id: string, answer: 'yes' | 'no'): Promise<LanState> => request(`lan/asks/${id}`, { method: 'POST', json: { answer } });
export const revokeDevice = (id: string): Promise<LanState> => request(`lan/devices/${id}`, { method: 'DELETE' });

export const bringDemo = (): Promise<void> => request('demo', { method: 'POST' });
/** Sends the text of a plan file. */
export const importPlan = (body: string): Promise<Imported> => request('imports', { method: 'POST', body, type: 'application/json' });

export const checkBackup = (body: Blob): Promise<RestorePreview> =>
  request('backup/check', { method: 'POST', body, type: 'application/zip', timeoutMs: LONGEST_MS });
export const restoreBackup = (token: string, takesUnsure: boolean): Promise<Restored> =>
  request('backup/restore', { method: 'POST', json: { token, takesUnsure }, timeoutMs: LONGEST_MS });
