import { randomUUID } from 'node:crypto';
import equal from 'fast-deep-equal';
import { compact } from '@puddler/core';
import type { Car, PlanFile } from '@puddler/core';
import { splitPlanFile, type BodyOf, type Doc, type Imported, type KindName } from '@puddler/contract';
import { docOf } from '../documents/rows';
import type { DocumentStore } from '../documents/store';

/** What a car is told by: not by the parts it was weighed with, which a garage may know from the plan that is the car as bought. */
function withoutParts({ weighedPartsG: _parts, ...car }: Car): Omit<Car, 'weighedPartsG'> {
  return car;
}

/**
 * Takes a checked plan file in: to the car that is just the same, or with its car as a new one. A plan that this car has
 * already, figure for figure, is answered as it is: a file that is sent again makes no second plan.
 */
export async function importPlan(store: DocumentStore, file: PlanFile): Promise<Imported> {
  const { car, plan } = splitPlanFile(file);
  return store.together(async (apply) => {
    const write = async <K extends KindName>(kind: K, body: BodyOf<K>, parentId?: string, id: string = randomUUID()): Promise<Doc<K>> => {
      await apply(kind, [{ id, base: 0, body, ...compact({ parentId }) }]);
      return docOf((await store.row(kind, id))!);
    };
    const { weighedPartsG } = file.car;
    const carDoc =
      (await store.all('car')).find((doc) => equal(withoutParts(doc.body.car), withoutParts(car))) ??
      (await write('car', { car: weighedPartsG === undefined ? car : { ...car, weighedPartsG }, bench: {} }));
    const same = (await store.all('plan')).find((doc) => doc.parentId === carDoc.id && equal(doc.body, plan));
    const planDoc = same ?? (await write('plan', plan, carDoc.id));
    // What runs have taught of a car belongs to the car; what it has been taught here already stays.
    const isTaught = (await store.row('learned', carDoc.id)) !== undefined;
    const learned = file.learned && !isTaught ? { learned: await write('learned', file.learned, carDoc.id, carDoc.id) } : {};
    return { car: carDoc, plan: planDoc, already: same !== undefined, ...learned };
  });
}
