import type { Choice, IncidentLine, State } from '@/lib/types';

/** What the room of an incident is given, beyond what lists show of it. */
export interface RoomIncident extends IncidentLine {
  impact: string;
  urgency: string;
  version: number;
  service_id: string | null;
  team: string | null;
  resolution: string | null;
}

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

/** What somebody says of an item in an incident. */
export interface SaidItem {
  id: string;
  name: string;
  /** Null: that it does not belong to the incident. */
  state: State | null;
  by: string | null;
}

export interface Presence {
  id: string;
  name: string;
  team: string | null;
  coordinates: boolean;
  /** Whether they have the room open now. */
  here: boolean;
}

export interface WhatIsHit {
  /** How many an hour stand behind it, where that is recorded. */
  behind: string | null;
  /** Who answers for the services that are hit, with what of theirs. */
  owners: { id: string; name: string; of: string[]; told: string | null }[];
  /** What it is to be raised to, where what is hit speaks for more than it was judged at. */
  grown: { priority: number; impact: string; urgency: string; why: string } | null;
}

export interface UpdateDraft {
  number: number;
  stage: string;
  text: string;
  meanwhile: string;
  services: { name: string; state: State }[];
  next_minutes: number;
}

export interface RoomChoices {
  impacts: Choice[];
  urgencies: Choice[];
  stages: Choice[];
  priorities: Record<string, Record<string, number>>;
}
