import type { ITEM_STATES } from '@/lib/enums';
import type { Clock, Trouble } from '@/lib/shapes';

/** Something that is chosen by its name. */
export interface Named {
  id: string;
  name: string;
}

/** Written from PHP. */
export type {
  AlertGroup,
  AlertLine,
  Cause,
  Clock,
  CoverGap,
  IncidentLine,
  JournalLine,
  ReachData,
  ReachNode,
  ReportLine,
  Service,
  Together,
  Trouble,
  UnansweredCall,
  UnsaidService,
  UpdateLine,
} from '@/lib/shapes';

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

export interface BandData {
  from: number;
  to: number;
  grain: number;
  alerts: { at: number; count: number; undecided: number }[];
  incidents: { id: number; ref: string; title: string; from: string; to: string | null }[];
  changes: { id: number; ref: string; title: string; from: string; to: string; state: string }[];
  updates: { incident: number; number: number; at: string }[];
  owed: { link: string; ref: string; at: string }[];
  onCall: { from: number; to: number; name: string | null }[];
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

/** What an incident is declared from; nothing, where somebody just knows. */
export interface Beginning {
  /** By which what was typed is kept. */
  key: string;
  words: string;
  alerts: number[];
  reports: number[];
  item?: { id: string; name: string };
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
  /** What stands around a page comes a moment after the first page, and goes along to the next. */
  band?: BandData;
  /** The soonest, and those that the reader holds. */
  clocks?: Clock[];
  /** How many run besides those. */
  laterClocks?: number;
  trouble?: Trouble[];
  /** How far the journal was when those were read. */
  framed?: number;
  errors: Record<string, string>;
  [key: string]: unknown;
}
