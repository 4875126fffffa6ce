import type { State } from '@/lib/types';

export interface Named {
  id: string;
  name: string;
  state: State;
}
/** A need of an item: what serves it. */
export interface Need {
  words: string | null;
  how: string;
  strength: string;
  members: Named[];
}
/** Something that depends on an item. */
export interface Dependent extends Named {
  how: string;
  strength: string;
  group: boolean;
}
export interface Trouble {
  open: number;
  past: number;
  /** Of all, how many in the last days. */
  lately: number;
  last: string | null;
}
/** How often an item was in trouble, and what endangers it now. */
export interface PastTrouble {
  incidents: Trouble;
  alerts: Trouble;
  reports: Trouble;
  work: Trouble;
  days: number;
  endangering: { id: number; title: string; item: string; at: string }[];
}
export interface IncidentOfItem {
  id: number;
  ref: string;
  title: string;
  resolved_at: string | null;
}
export interface WorkOnItem {
  reason: string;
  from: number;
  to: number;
}
