import { newId } from '@puddler/contract/shared';

/** The name of this page: the server does not tell it what it did itself. */
export const PAGE = newId();
