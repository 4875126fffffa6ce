import type { JournalLine } from '@/lib/types';

/** What a reader of the journal may look for. */
export const journalKinds = [
  { kind: 'all', words: 'Everything' },
  { kind: 'strong', words: 'What matters most' },
  { kind: 'words', words: 'Notes and decisions' },
  { kind: 'finding', words: 'Cause and estimate' },
  { kind: 'calls', words: 'Calls and pages' },
  { kind: 'talk', words: 'Conversation and bridge' },
  { kind: 'alerts', words: 'Alerts' },
  { kind: 'reports', words: 'Reports' },
  { kind: 'updates', words: 'Updates' },
  { kind: 'systems', words: 'What Skarvo did' },
] as const;

export type JournalKind = (typeof journalKinds)[number]['kind'];

const starts: Partial<Record<JournalKind, string[]>> = {
  words: ['incident.note', 'incident.decision', 'incident.resolved', 'incident.reopened'],
  finding: ['hypothesis.', 'incident.estimated', 'option.', 'incident.decision', 'incident.confirmed'],
  calls: ['call.', 'page.', 'role.', 'coordination.', 'incident.coordinator'],
  talk: ['talk.', 'bridge.'],
  alerts: ['alert.', 'signals.', 'quiet.', 'incident.item'],
  reports: ['report.', 'ticket.', 'mail.', 'task.', 'surge.'],
  updates: ['update.', 'status.', 'card.'],
};

/** The entries of a kind, by somebody, as a reader asks for them. */
export function chosen(entries: JournalLine[], kind: JournalKind, by: string): JournalLine[] {
  const beginnings = starts[kind];
  return entries.filter(
    (entry) =>
      (by === '' || entry.by === by) &&
      (kind === 'all' ||
        (kind === 'strong'
          ? entry.weight === 'strong'
          : kind === 'systems'
            ? entry.by === null && entry.kind !== 'talk.said'
            : (beginnings ?? []).some((beginning) => entry.kind.startsWith(beginning)))),
  );
}
