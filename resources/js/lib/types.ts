/** States of items, best to worst; `restored` is an incident's. */
import type { ITEM_STATES } from '@/lib/enums';

/** What the core knows of, and what was and is over. */
export type State = (typeof ITEM_STATES)[number] | 'restored';

export interface Me {
  id: string;
  name: string;
  title: string | null;
  roles: string[];
  words: string;
  coordinates: boolean;
  team: string | null;
  /** What their roles let them do: values of App\Platform\Deed. */
  may: string[];
  administers: boolean;
  /** May change what is recorded of the estate. */
  keepsEstate: boolean;
}

/** What is wrong with Skarvo itself. */
export interface Trouble {
  kind: 'stopped' | 'broken' | 'path';
  what: string;
  does: string;
  since: string | null;
}

/** Times are RFC 3339 texts, or milliseconds since the epoch where a number. */
export interface Clock {
  id: string;
  title: string;
  detail: string;
  due: number;
  began: number;
  link: string;
  person: boolean;
}

export interface BandData {
  from: number;
  to: number;
  grain: number;
  alerts: { at: number; count: number; undecided: number }[];
  incidents: { id: number; ref: string; title: string; from: string; to: string | null }[];
  updates: { incident: number; number: number; at: string }[];
  owed: { link: string; ref: string; at: string }[];
  onCall: { from: number; to: number; name: string | null }[];
}

export interface Service {
  id: string;
  name: string;
  tier: number;
  state: State;
}

export interface AlertGroup {
  id: number;
  alertIds: number[];
  title: string;
  state: State;
  tier: number;
  count: number;
  signals: number;
  flips: number;
  since: string;
  items: { id: string; name: string }[];
  services: Service[];
  sites: string[];
  root: { id: string; name: string; explains: number; of: number } | null;
  taken: { by: string; at: string } | null;
  lead: number;
  level: string;
  team: string | null;
  team_id: string | null;
  /** The incident that was resolved while these still fired. */
  after: { id: number; ref: string; at: string } | null;
  /** The conditions under which its team wants an incident suggested, where they are met. */
  suggested: string | null;
}

export interface AlertLine {
  id: number;
  title: string;
  level: string;
  state: State;
  item: string | null;
  item_named: string | null;
  check: string;
  source: string;
  count: number;
  flips: number;
  first_signal_at: string;
  last_signal_at: string;
  opened_at: string;
  closed_at: string | null;
  taken_at: string | null;
  wait_until: string | null;
  put_away_at: string | null;
  closed_reason: string | null;
  mended_at: string | null;
  withdrawn_at: string | null;
  handling: 'decide' | 'page' | 'hours' | 'record';
  handle_at: string | null;
  team: string | null;
  group: number | null;
  incident: number | null;
}

export type RuleSettings = {
  rules: Rule[];
  hold?: string;
  settle?: string;
  reopen?: string;
  expire?: string;
  flap?: { times: number; within: string };
  gather?: string;
  gather_limit?: string;
  reach?: number;
};

/** Times of week on a wall clock; an end that is not later than the beginning is on the next day. */
export interface Hours {
  days: string[];
  from: string;
  to: string;
}

export interface Rule {
  name?: string;
  off?: boolean;
  match: {
    source?: string;
    item?: string;
    check?: string;
    level?: string;
    labels?: Record<string, string>;
    hours?: Hours & { zone?: string };
  };
  set: {
    key?: string;
    part?: string;
    hold?: string;
    settle?: string;
    expire?: string;
    level?: string;
    team?: string;
    handling?: string;
  };
}

export interface WouldBe {
  key: string;
  items: string[];
  check: string;
  source: string;
  level: string;
  count: number;
  flips: number;
  team: string | null;
  handling: string;
  opened_at: number;
  closed_at: number | null;
}

export interface DryRunResult {
  signals: number;
  before: Record<string, number>;
  after: Record<string, number>;
  gone: WouldBe[];
  goneInAll: number;
  new: WouldBe[];
  newInAll: number;
  pagesGone: WouldBe[];
  pagesGoneInAll: number;
  pagesNew: WouldBe[];
  pagesNewInAll: number;
  over: 'day' | 'week';
  from: number;
  cut: boolean;
}

export interface IncidentLine {
  id: number;
  ref: string;
  title: string;
  priority: number;
  service: string;
  stage: string;
  stageWords: string;
  state: State;
  stands: string;
  started_at: string;
  declared_at: string;
  resolved_at: string | null;
  next_update_at: string | null;
  restore_by: string;
  coordinator: string;
  coordinator_id: string | null;
}

/** What an incident is declared from; nothing, where somebody just knows. */
export interface Beginning {
  /** By which what was typed is kept. */
  key: string;
  words: string;
  alerts: number[];
  reports: number[];
  item?: { id: string; name: string };
}

/** Troubles that hang on one item. */
export interface Together {
  item: { id: string; name: string };
  troubles: { kind: 'incident' | 'group'; id: number; ref: string; title: string; alertIds: number[] }[];
}

/** A service of which outsiders were told better than is known. */
export interface UnsaidService {
  name: string;
  item: string;
  state: State;
  published: State;
  incident: { id: number; ref: string } | null;
}

/** A stretch within a day in which nobody is on call. */
export interface CoverGap {
  rota: string;
  name: string;
  team: string;
  from: string;
  to: string;
}

/** A call that nobody answers. */
export interface UnansweredCall {
  id: number;
  /** Where it is worked on. */
  link: string;
  ref: string;
  title: string;
  priority: number;
  words: string;
  /** The reasons that were given. */
  said: string;
  at: string;
  /** Until when its step waits; null: it has ended. */
  waits: string | null;
}

export interface ReportLine {
  id: number;
  ref: string;
  what: string;
  site: string | null;
  name: string | null;
  service: string;
  service_id: string;
  told_at: string;
  resolved_at: string | null;
  incident: number | null;
}

export interface JournalLine {
  seq: number;
  at: string;
  lead: string;
  rest: string;
  weight: 'plain' | 'strong' | 'quiet';
  by: string | null;
  kind: string;
  /** Of which message it is a step. */
  message: string | null;
}

export interface UpdateLine {
  number: number;
  stage: string;
  stageWords: string;
  text: string;
  meanwhile: string | null;
  services: { name: string; state: State }[];
  published_at: string;
  next_at: string | null;
}

export interface ReachNode {
  id: string;
  name: string;
  kind: string;
  tier: number | null;
  site: string | null;
  state: State;
  distance: number | null;
  because: string[];
  why: string;
  groups: string[];
  /** Where it stands to what the reach began with; left out where only what is hit is drawn. */
  side?: 'root' | 'hit' | 'under' | 'spare';
  /** Open alerts on it. */
  alerts?: number;
  /** Work on it, under way or within a day. */
  work?: string | null;
}

export interface ReachData {
  nodes: ReachNode[];
  edges: { from: string; to: string; soft: boolean; group: string | null }[];
  services: Service[];
  counts: { down: number; degraded: number; at_risk: number };
  /** Items that were left out, the farthest: a picture cannot hold them. */
  beyond: number;
}

export interface Cause {
  id: string;
  name: string;
  kind: string;
  score: number;
  as: State;
  words: string;
}

export interface Choice {
  value: string;
  meaning: string;
}

export interface SharedProps {
  organisation: string;
  /** The organisation's own time zone, for people whose clock is not known. */
  zone: string;
  demo: boolean;
  standInsUrl: string | null;
  now: string;
  me: Me | null;
  /** How far the journal was when this answer began, and which props it brought. */
  live: { head: number; only: string[] | null; key: string };
  band: BandData;
  clocks: Clock[];
  trouble: Trouble[];
  errors: Record<string, string>;
  [key: string]: unknown;
}
