import type { TicketLine, TicketMore } from '@/lib/shapes';

/** One ticket, as the desk reads it. */
export type TicketDetail = TicketLine & TicketMore;

export interface Named {
  id: string;
  name: string;
}
export interface OpenIncident {
  id: number;
  ref: string;
  title: string;
}
