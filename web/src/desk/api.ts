import {
  kindOf,
  type CheckReport,
  type DocWrites,
  type DocsWritten,
  type ErrorBody,
  type FileRef,
  type Imported,
  type KindName,
  type LanState,
  type Restored,
  type RestorePreview,
} from '@puddler/contract/shared';
import { PAGE } from './page-id';
import { createApi, fetchBaseQuery } from '@reduxjs/toolkit/query';

/** Sending thousands of parts, or a backup with its photos, takes its time. */
const LONG_MS = 60_000;
const ANSWER_MS = 15_000;
const BACKUP_MS = 600_000;

/** The server's resources. Documents live on the desk (desk-slice); nothing here caches them a second time. */
export const api = createApi({
  baseQuery: fetchBaseQuery({
    baseUrl: '/api',
    timeout: ANSWER_MS,
    prepareHeaders: (headers) => {
      headers.set('x-page', PAGE);
      return headers;
    },
  }),
  keepUnusedDataFor: 0,
  endpoints: (build) => ({
    writeDocuments: build.mutation<DocsWritten, { kind: KindName } & DocWrites>({
      query: ({ kind, writes }) => ({ url: kindOf(kind).path, method: 'POST', body: { writes }, timeout: LONG_MS }),
    }),
    keepFile: build.mutation<FileRef, Blob>({
      query: (picture) => ({ url: 'files', method: 'POST', body: picture, headers: { 'content-type': picture.type }, timeout: LONG_MS }),
    }),
    keepLog: build.mutation<FileRef, Blob>({
      query: (log) => ({ url: 'files/logs', method: 'POST', body: log, headers: { 'content-type': 'text/plain' }, timeout: BACKUP_MS }),
    }),
    lastCheck: build.query<CheckReport | null, void>({ query: () => 'check' }),
    checkNow: build.mutation<CheckReport, void>({ query: () => ({ url: 'check', method: 'POST', timeout: BACKUP_MS }) }),
    lanState: build.query<LanState, void>({ query: () => 'lan' }),
    switchLan: build.mutation<LanState, { isOn: boolean; address?: string; isTls?: boolean }>({
      query: (body) => ({ url: 'lan', method: 'PUT', body }),
    }),
    offerPairing: build.mutation<LanState, void>({ query: () => ({ url: 'lan/offer', method: 'POST' }) }),
    withdrawOffer: build.mutation<LanState, void>({ query: () => ({ url: 'lan/offer', method: 'DELETE' }) }),
    answerAsk: build.mutation<LanState, { id: string; answer: 'yes' | 'no' }>({
      query: ({ id, answer }) => ({ url: `lan/asks/${id}`, method: 'POST', body: { answer } }),
    }),
    revokeDevice: build.mutation<LanState, string>({ query: (id) => ({ url: `lan/devices/${id}`, method: 'DELETE' }) }),
    bringDemo: build.mutation<void, void>({ query: () => ({ url: 'demo', method: 'POST' }) }),
    importPlan: build.mutation<Imported, string>({
      query: (text) => ({ url: 'imports', method: 'POST', body: text, headers: { 'content-type': 'application/json' } }),
    }),
    checkBackup: build.mutation<RestorePreview, Blob>({
      query: (zip) => ({ url: 'backup/check', method: 'POST', body: zip, headers: { 'content-type': 'application/zip' }, timeout: BACKUP_MS }),
    }),
    restoreBackup: build.mutation<Restored, { token: string; takesUnsure: boolean }>({
      query: (body) => ({ url: 'backup/restore', method: 'POST', body, timeout: BACKUP_MS }),
    }),
  }),
});

/** What an address answers, for what goes to the desk and nowhere else: the cache of `api` would go through all of it. Rejects on any other answer than 200. */
export async function fetchJson<T>(url: string): Promise<T> {
  const answer = await fetch(`/api/${url}`, { headers: { 'x-page': PAGE }, signal: AbortSignal.timeout(ANSWER_MS) });
  if (!answer.ok) throw new Error(`${url}: ${answer.status}`);
  return JSON.parse(await answer.text()) as T;
}

/** The catalogue's error in a failed request; undefined when the server could not be reached. */
export function errorOf(error: unknown): (ErrorBody['error'] & { status: number }) | undefined {
  const { data, status } = error as { data?: unknown; status?: unknown };
  const body = data as Partial<ErrorBody> | undefined;
  return typeof data === 'object' && body?.error ? { ...body.error, status: typeof status === 'number' ? status : 500 } : undefined;
}
