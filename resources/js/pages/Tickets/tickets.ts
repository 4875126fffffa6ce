import type { Alternative, TaskLine, TicketLine, TicketMore } from '@/lib/shapes';

/** One ticket, as the desk reads it. */
export type TicketDetail = TicketLine & TicketMore;

export type { Named } from '@/lib/types';
export interface OpenIncident {
  id: number;
  ref: string;
  title: string;
}

export const fieldNames: Record<string, string> = {
  service: 'Service',
  item: 'Item',
  team: 'For the team',
  impact: 'Hits',
  urgency: 'Can wait',
  kind: 'Something is',
};
export const words: Record<string, Record<string, string>> = {
  impact: { few: 'a few people', part: 'one service, site or team', wide: 'many people or several sites' },
  urgency: { now: 'not at all', soon: 'within the shift', later: 'until it is planned' },
  kind: { report: 'wrong', request: 'wanted' },
};
/** What somebody reported stands in their words; what a team is asked, in ours. */
export const quoted = (one: Pick<TicketLine, 'kind' | 'what'>): string =>
  one.kind === 'task' ? one.what : `“${one.what}”`;
/** What a value of a field is called. */
export const valueWords = (field: string, choice: Pick<Alternative, 'value' | 'name'>): string =>
  words[field]?.[choice.value] ?? choice.name;

/** A task, as the team that it is for reads it. */
export interface OwnTask extends TaskLine {
  ref: string;
  service: string;
  place: string | null;
  made_at: string;
  due: string | null;
  /** Asked of whoever reads, not of their team. */
  mine: boolean;
  priority: number;
  said: { id: number; by: string; text: string | null; at: string }[];
}
