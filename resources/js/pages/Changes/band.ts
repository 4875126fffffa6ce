import type { LookedAt } from '@/lib/shapes';

export const DAY = 86_400_000;

/** What one drags snaps to whole quarters of an hour. */
export const STEP = 900_000;

interface Span {
  from: number;
  to: number;
}

/** Where a span comes to that is dragged by some time, as a whole or at its end; within bounds, and never without a length. */
export function dragged(span: Span, grip: 'whole' | 'end', by: number, bounds: Span): Span {
  const snap = (at: number): number => Math.round(at / STEP) * STEP;
  if (grip === 'end')
    return { from: span.from, to: Math.max(span.from + STEP, Math.min(snap(span.to + by), snap(bounds.to))) };
  const length = span.to - span.from;
  const earliest = Math.ceil(bounds.from / STEP) * STEP;
  const latest = bounds.to === Infinity ? Infinity : Math.floor((bounds.to - length) / STEP) * STEP;
  const from = Math.max(earliest, Math.min(snap(span.from + by), latest));
  return { from, to: from + length };
}

/** What speaks against a time, each once. */
export function against(blocked: NonNullable<LookedAt['band']>['blocked'], span: Span): string[] {
  return [...new Set(blocked.filter((one) => one.from < span.to && one.to > span.from).map((one) => one.words))];
}
