import { ITEM_STATES } from '@/lib/enums';
import type { ReachData, State } from '@/lib/types';

/** States in words; the shape says the same. */
export const stateWords: Record<State, string> = {
  up: 'up',
  at_risk: 'no spare left',
  degraded: 'degraded',
  down: 'down',
  restored: 'restored',
};

/** 0 is best. */
export const stateRank = Object.fromEntries([
  ['restored', 0],
  ...ITEM_STATES.map((state, rank) => [state, rank]),
]) as Record<State, number>;

const inFigures = new Intl.NumberFormat('en-GB');
export const plural = (count: number, one: string, many = `${one}s`): string =>
  `${inFigures.format(count)} ${count === 1 ? one : many}`;

export const hitWords = (reach: ReachData): string =>
  `${plural(reach.counts.down + reach.counts.degraded + reach.counts.at_risk, 'item')}, ${plural(reach.services.length, 'service')}`;
