import { runFileSchema } from '../check-run-file';
import { planFileSchema } from '../plan-schema';
import { jsonSchemaOf } from './json-schema';
import { withFieldTable } from './field-table';

/** What is written from the catalogue and the checks and kept beside them: a path from the root of the repository, and what stands there now. */
export interface Published {
  path: string;
  /** The file as it ought to be, from the file as it is. */
  text: (now: string) => string;
}

const jsonText = (schema: object) => `${JSON.stringify(schema, null, 2)}\n`;

export const PUBLISHED: readonly Published[] = [
  {
    path: 'contract/plan-file.schema.json',
    text: () =>
      jsonText(
        jsonSchemaOf(planFileSchema, {
          title: 'Puddler plan file, version 1',
          $comment:
            'Three rules need arithmetic and stand outside this schema: packs in parallel are of one chemistry and cell count, a no-load point must be able to turn the motor, and what runs have taught has a covariance that is positive, with a row for each of its figures.',
        }),
      ),
  },
  {
    path: 'contract/run-file.schema.json',
    text: () =>
      jsonText(
        jsonSchemaOf(runFileSchema, {
          title: 'Puddler run file, version 1',
          $comment:
            'Three rules stand outside this schema: `at` is a day or moment of the calendar, lists of a series are of one length, and its time runs forward.',
        }),
      ),
  },
  { path: 'docs/plan-file.md', text: withFieldTable },
];
