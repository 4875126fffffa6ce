/** Who works here, by teams. */
export interface TeamLine {
  id: string;
  name: string;
  /** How many people are in it. */
  people: number;
  version: number;
}

/** A way of reaching somebody, so many seconds after the first. */
export interface Way {
  channel: string;
  after: number;
}
/** A test page to oneself. */
export interface ReachTest {
  id: number;
  channel: string;
  at: string;
  sent_at: string | null;
  delivered_at: string | null;
  failed_at: string | null;
  error: string | null;
  answered_at: string | null;
}
