import { LOCAL_NAMES } from '@puddler/contract/shared';

/**
 * Whether the page is open on the machine that Puddler runs on. For what is offered, not for what is allowed: that is decided by the server, by the listener that a
 * request comes over.
 */
export const isHere = (): boolean => LOCAL_NAMES.has(location.hostname);
