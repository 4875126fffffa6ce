import type { Component } from 'vue';
import { together } from '@/lib/follows';
import type { Follows } from '@/lib/live';

/** One of the decisions that wait. */
export interface Decision<Item = unknown> {
  /** Its place on the page, unlike any other's. */
  id: string;
  /** Since when it waits, where that counts. */
  since?: string;
  item: Item;
}

/**
 * A list of decisions that a capability brings: the file of its rows stands in `pages/<Capability>/watch/`, takes
 * `item` and `selected`, and exports this as `decisions`.
 */
export interface Decisions<Item = unknown> {
  /** Small ones stand first. */
  order: number;
  /** What it shows of the journal. */
  follows: Follows;
  /** What of the props of the screen waits. */
  rows: (props: Record<string, unknown>) => Decision<Item>[];
}

interface DecisionsModule {
  default: Component;
  decisions: Decisions;
}

const modules = Object.values(import.meta.glob<DecisionsModule>('../pages/*/watch/*.vue', { eager: true })).sort(
  (a, b) => a.decisions.order - b.decisions.order,
);

/** All that waits, in order, each with what shows it. */
export const decisionsOf = (props: Record<string, unknown>): (Decision & { show: Component })[] =>
  modules.flatMap((one) => one.decisions.rows(props).map((row) => ({ ...row, show: one.default })));

/** What the lists follow, together with what the page does itself. */
export const withDecisions = (own: Follows): Follows => together(own, ...modules.map((one) => one.decisions.follows));
