import type { PendingVisit } from '@inertiajs/core';

/** Tells the server that nobody asked for this: it leaves messages in the session for the request that they are for. */
export const LIVE = { 'X-Live': '1' };

/**
 * Before a visit goes: what comes beside a page, as what it reads once it stands, takes no message that a deed has left for
 * its own answer. Nor does what a page reads first of all put back the address of which it was asked: on a slow line
 * somebody has narrowed the list by then.
 */
export function beside(visit: PendingVisit & { deferredProps?: boolean }): void {
  if (visit.method !== 'get' || !visit.async || visit.only.length === 0) return;
  Object.assign(visit.headers, LIVE);
  if (visit.deferredProps) visit.preserveUrl = true;
}
