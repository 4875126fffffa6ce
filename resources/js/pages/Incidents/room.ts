import type { Grown } from '@/lib/shapes';
import type {
  AlertLine,
  Cause,
  Choice,
  IncidentLine,
  JournalLine,
  ReachData,
  ReportLine,
  State,
  Together,
} from '@/lib/types';

/** What the room of an incident is given, beyond what lists show of it. */
export interface RoomIncident extends IncidentLine {
  impact: string;
  urgency: string;
  version: number;
  service_id: string | null;
  team: string | null;
  resolution: string | null;
}

/** What somebody says of an item in an incident. */
export interface SaidItem {
  id: string;
  name: string;
  /** Null: that it does not belong to the incident. */
  state: State | null;
  by: string | null;
  /** Through what it came in, where that is not a person's own eyes. */
  why: string | null;
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

export interface RoomChoices {
  impacts: Choice[];
  urgencies: Choice[];
  stages: Choice[];
  priorities: Record<string, Record<string, number>>;
}

/** What is worked on beside the room. */
export type RoomSheet = 'change' | 'clocks' | 'resolve' | 'reopen' | 'raise' | 'lower' | 'merge' | 'split';

/** What the room has by itself; panels of other capabilities read their own props from the page. */
export interface RoomProps {
  incident: RoomIncident;
  soFar: string;
  /** What comes next: who does what, and by when. */
  nextSteps: string[];
  reach: ReachData;
  hit: WhatIsHit;
  together?: Together | null;
  said: SaidItem[];
  causes: Cause[];
  alerts: AlertLine[];
  reports: ReportLine[];
  /** Those of no incident; once the rest stands. */
  looseReports?: ReportLine[];
  /** Its end, and how many entries stand before that; all of it where the address asks for that. */
  journal: { lines: JournalLine[]; earlier: number };
  /** How it has grown; once the rest stands. */
  growth?: Grown[];
  /** How long it took to notice it, to take it on and to restore service, once it is over. */
  times: string[];
  people: Presence[];
  choices: RoomChoices;
}
