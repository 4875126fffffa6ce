import type { ActiveVisit, PendingVisit, VisitCallbacks } from '@inertiajs/core';
import { router } from '@inertiajs/vue3';
import { ref } from 'vue';

/** A visit before it goes; what its caller wants to hear of it stands in it as well. */
type Going = PendingVisit & Partial<VisitCallbacks>;

/** What was asked for and has no answer yet: whether one came since, and what it was. */
let underWay: { id: string; end: 'done' | 'refused' | 'lost' } | null = null;
const deeds: Going[] = [];
/** Where somebody wants to go once it is done, and since when: the last place counts. */
let leaving: Going | null = null;
let askedAt = 0;

/** Whether somebody wants to go elsewhere and has to wait for the answer to what they asked for. */
export const waits = ref(false);
const leave = (visit: Going | null): void => {
  leaving = visit;
  waits.value = visit !== null;
};

/** A second press within so many milliseconds is one with the first. */
const DOUBLE = 1000;

const drop = (visit: Going): void => {
  visit.onCancel?.();
  visit.onFinish?.({ ...visit, cancelled: true, completed: false, interrupted: false } as ActiveVisit);
};

const goOn = (): void => {
  const end = underWay?.end;
  underWay = null;
  const lost = end === 'lost' ? deeds.splice(0) : [];
  for (const visit of lost) {
    visit.onNetworkError?.(new Error('What was asked for before it has had no answer.'));
    drop(visit);
  }
  if (end !== 'done' && leaving) {
    drop(leaving);
    leave(null);
  }
  const next = deeds.shift() ?? leaving;
  if (!next) return;
  if (next === leaving) leave(null);
  router.visit(next.url, next);
};

/**
 * Lets what somebody asks for go out one after another. A second visit would end the first, whose answer brings what the page
 * shows from then on, or why the server refuses; on a slow line people are quicker than answers.
 *
 * Whoever wants to leave while something is under way goes once it is done, and stays where it is refused: they see why.
 * Whoever asks for the same place again after a while goes at once. Where no answer comes, nothing that was asked for after it is sent.
 *
 * @returns whether the visit may go now
 */
function inTurn(visit: Going): boolean {
  if (!underWay || visit.async || visit.id === underWay.id) return true;
  if (visit.method !== 'get') {
    deeds.push(visit);
    return false;
  }
  const before = leaving;
  const isAgain = before?.url.href === visit.url.href;
  if (before) drop(before);
  leave(visit);
  if (!isAgain) askedAt = performance.now();
  else if (performance.now() - askedAt > DOUBLE) {
    leave(null);
    return true;
  }
  return false;
}

const note = (id: string | undefined, end: 'done' | 'refused'): void => {
  if (underWay && underWay.id === id) underWay.end = end;
};

/** Keeps the order from now on; once, as the application begins. */
export function keepTurns(): void {
  router.on('before', ({ detail: { visit } }) => inTurn(visit));
  router.on('start', ({ detail: { visit } }) => {
    if (visit.method !== 'get' && !visit.async) underWay ??= { id: visit.id, end: 'lost' };
  });
  router.on('success', ({ detail: { visitId } }) => note(visitId, 'done'));
  router.on('error', ({ detail: { visitId } }) => note(visitId, 'refused'));
  // Whoever closes the page takes what waits with them.
  window.addEventListener('beforeunload', (event) => {
    if (deeds.length > 0) event.preventDefault();
  });
  router.on('finish', ({ detail: { visit } }) => {
    // After whoever asked for it has heard of the end, too.
    if (visit.id === underWay?.id) setTimeout(goOn);
  });
}
