import type { CarDoc, CarWrite, ErrorBody, Garage, Imported, PlanDoc, PlanWrite, Shelf, ShelfWrite, ShelfWritten, VersionOnly } from '@puddler/contract/shared';
import { createApi, fetchBaseQuery } from '@reduxjs/toolkit/query';

/** The server's resources. Documents live on the desk (desk-slice); nothing here caches them a second time. */
export const api = createApi({
  baseQuery: fetchBaseQuery({ baseUrl: '/api', timeout: 15_000 }),
  keepUnusedDataFor: 0,
  endpoints: (build) => ({
    garage: build.query<Garage, void>({ query: () => 'garage' }),
    putCar: build.mutation<CarDoc, { id: string; write: CarWrite }>({
      query: ({ id, write }) => ({ url: `cars/${id}`, method: 'PUT', body: write }),
    }),
    deleteCar: build.mutation<{ id: string }, { id: string; write: VersionOnly }>({
      query: ({ id, write }) => ({ url: `cars/${id}`, method: 'DELETE', body: write }),
    }),
    restoreCar: build.mutation<{ car: CarDoc; plans: PlanDoc[] }, { id: string }>({
      query: ({ id }) => ({ url: `cars/${id}/restore`, method: 'POST' }),
    }),
    putPlan: build.mutation<PlanDoc, { id: string; write: PlanWrite }>({
      query: ({ id, write }) => ({ url: `plans/${id}`, method: 'PUT', body: write }),
    }),
    deletePlan: build.mutation<{ id: string }, { id: string; write: VersionOnly }>({
      query: ({ id, write }) => ({ url: `plans/${id}`, method: 'DELETE', body: write }),
    }),
    restorePlan: build.mutation<PlanDoc, { id: string }>({
      query: ({ id }) => ({ url: `plans/${id}/restore`, method: 'POST' }),
    }),
    shelf: build.query<Shelf, void>({ query: () => 'shelf' }),
    writeShelf: build.mutation<ShelfWritten, ShelfWrite>({ query: (write) => ({ url: 'shelf', method: 'POST', body: write, timeout: 60_000 }) }),
    putPhoto: build.mutation<{ id: string; bytes: number }, { id: string; picture: Blob }>({
      query: ({ id, picture }) => ({ url: `photos/${id}`, method: 'PUT', body: picture, headers: { 'content-type': picture.type } }),
    }),
    importPlan: build.mutation<Imported, string>({
      query: (text) => ({ url: 'imports', method: 'POST', body: text, headers: { 'content-type': 'application/json' } }),
    }),
  }),
});

/** The catalogue's error in a failed request; undefined when the server could not be reached. */
export function errorOf(error: unknown): ErrorBody['error'] | undefined {
  const data = (error as { data?: unknown }).data;
  const body = data as Partial<ErrorBody> | undefined;
  return typeof data === 'object' && body?.error ? body.error : undefined;
}
