import { lasting } from '@/lib/time';

/** One step of what was done about a key, and why. */
export interface WhyEntry {
  at: number;
  kind: string;
  facts: Record<string, number | boolean>;
}

const span = (seconds: number | boolean | undefined): string => lasting(Number(seconds ?? 0) * 1000);

/** The step in words. */
export function whyWords(entry: WhyEntry): string {
  const { hold, times, within, after } = entry.facts;
  switch (entry.kind) {
    case 'began':
      return Number(hold) > 0 ? `Began to fire; held for ${span(hold)} first.` : 'Began to fire.';
    case 'goes_on':
      return 'Fired again while it was open: the same alert goes on.';
    case 'flaps':
      return `Began ${String(times)} times within ${span(within)}: it goes on and off, so it opens at once and stays one.`;
    case 'stray':
      return 'A clear that cleared nothing.';
    case 'held':
      return 'Over before it was due: nobody was told.';
    case 'quiet':
      return 'Over, and due only in a quiet time: nobody was told.';
    case 'ended':
      return 'Cleared.';
    case 'expired':
      return `Nothing heard for ${span(after)}: taken as clear.`;
    case 'opened':
      return 'Opened.';
    case 'reopened':
      return 'Opened again: it came back soon after it had closed.';
    case 'closed':
      return 'Closed.';
    default:
      return entry.kind;
  }
}

/** A signal as the page of its alert lists it. */
export interface SignalLine {
  id: number;
  at: string;
  said_at: string | null;
  condition: string;
  level: string;
  summary: string | null;
  value: number | null;
  unit: string | null;
  url: string | null;
  labels: Record<string, string> | null;
  payload: string | null;
  received_at: string;
}

/** Why somebody was told of an alert, or not. */
export interface Why {
  rules: { place: number; name: string; what: string }[];
  version: number | null;
  entries: WhyEntry[];
  cut: boolean;
}
