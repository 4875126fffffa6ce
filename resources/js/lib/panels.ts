import type { Component } from 'vue';
import { together } from '@/lib/follows';
import type { Follows } from '@/lib/live';

/** A part of a room that a capability brings: its file stands in `pages/<Capability>/room/`, and exports this as `panel`. */
export interface Panel {
  /** In the column of people and words, below the summary, among what we know, or above all, where somebody has to decide. */
  where: 'aside' | 'brief' | 'known' | 'alarm';
  /** Small ones stand first. */
  order: number;
  /** What it shows of the journal. */
  follows: Follows;
}

interface PanelModule {
  default: Component;
  panel: Panel;
}

const modules = Object.values(import.meta.glob<PanelModule>('../pages/*/room/*.vue', { eager: true })).sort(
  (a, b) => a.panel.order - b.panel.order,
);

export const panelsIn = (where: Panel['where']): Component[] =>
  modules.filter((one) => one.panel.where === where).map((one) => one.default);

/** What the panels follow, together with what a page does itself. */
export const withPanels = (own: Follows): Follows => together(own, ...modules.map((one) => one.panel.follows));
