import type { CarDoc, PartDoc, PlanDoc } from '@puddler/contract';
import type { CarRow, PartRow, PlanRow } from './schema';

function head(row: CarRow | PlanRow | PartRow) {
  return {
    id: row.id,
    version: row.version,
    createdAt: new Date(row.createdAt).toISOString(),
    updatedAt: new Date(row.updatedAt).toISOString(),
  };
}

/** A row as it crosses the wire. */
export const carDoc = (row: CarRow): CarDoc => ({ ...head(row), car: row.document, bench: row.bench });
export const planDoc = (row: PlanRow): PlanDoc => ({ ...head(row), carId: row.carId, plan: row.document });
export const partDoc = (row: PartRow): PartDoc => ({ ...head(row), part: row.document });
