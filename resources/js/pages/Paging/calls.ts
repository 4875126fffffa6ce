export interface PageLine {
  id: number;
  person: string;
  /** On what: a way of being reached, in words. */
  way: string;
  at: string;
  step: number;
  round: number;
  sent_at: string | null;
  failed_at: string | null;
  kind: 'call' | 'ask' | 'again';
  delivered_at: string | null;
  error: string | null;
  opened_at: string | null;
  answer: 'yes' | 'no' | 'later' | 'hand' | null;
  answered_at: string | null;
  answer_why: string;
  answered_how: string | null;
}

export interface CallLine {
  id: number;
  /** Who called, and why, where a person did. */
  by: string | null;
  reason: string;
  /** Whether somebody who was paged handed it on to this one. */
  handed: boolean;
  /** Nobody comes, and nobody has decided what then. */
  unanswered: boolean;
  /** How it came that nobody comes. */
  ended: string | null;
  stopped: { by: string; why: string } | null;
  team: string;
  outcome: 'waiting' | 'acknowledged' | 'exhausted' | 'resolved';
  step: number;
  steps: number;
  round: number;
  step_ends_at: string | null;
  heldBy: string | null;
  iHaveIt: boolean;
  beginsAt: string | null;
  askedAt: string | null;
  handedTo: string | null;
  policy: string;
  /** The policy was edited since the call began; it goes on by the one that it began with. */
  policyChanged: boolean;
  /** The newest page of whoever reads, if they were paged. */
  mine: number | null;
  pages: PageLine[];
}
