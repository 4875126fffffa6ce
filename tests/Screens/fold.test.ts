import { expect, test } from 'vitest';
import { fold } from '@/lib/fold';
import { chosen } from '@/lib/journalKinds';
import type { JournalLine } from '@/lib/types';

let seq = 0;
const line = (kind: string, by: string | null, second: number, more: Partial<JournalLine> = {}): JournalLine => ({
  seq: ++seq,
  at: new Date(Date.UTC(2026, 2, 3, 8, 0, second)).toISOString(),
  lead: kind,
  rest: '',
  weight: 'plain',
  by,
  kind,
  message: null,
  ...more,
});
const told = (entries: JournalLine[]): [string, number][] =>
  fold(entries).map((one) => [one.line.kind, one.steps.length]);

test('what Skarvo does for a press stands behind it, and what came later does not', () => {
  expect(
    told([
      line('incident.resolved', 'Ida', 0, { weight: 'strong' }),
      line('report.resolved', null, 0),
      line('report.resolved', null, 2),
      line('call.resolved', null, 5),
    ]),
  ).toEqual([
    ['incident.resolved', 3],
    ['call.resolved', 1],
  ]);
});

test('what matters is never folded away', () => {
  expect(
    told([line('incident.resolved', 'Ida', 0), line('alert.still_firing', null, 0, { weight: 'strong' })]),
  ).toHaveLength(2);
  // Two notes that waited on a slow line are two notes.
  expect(told([line('incident.note', 'Ida', 0), line('incident.note', 'Ida', 0)])).toHaveLength(2);
});

test('the same once more by the same person is one line; by another, or another deed, is not', () => {
  expect(
    told([
      line('alert.attached', 'Ida', 0),
      line('alert.attached', 'Ida', 1),
      line('alert.attached', 'Ada', 1),
      line('incident.note', 'Ada', 1),
      line('incident.note', 'Ada', 9),
    ]),
  ).toEqual([
    ['alert.attached', 2],
    ['alert.attached', 1],
    ['incident.note', 1],
    ['incident.note', 1],
  ]);
});

test('what Skarvo does by itself stands by itself', () => {
  expect(told([line('incident.note', 'Ida', 0), line('report.linked', null, 0)])).toHaveLength(2);
  expect(told([line('room.left', null, 0), line('call.step', null, 0)])).toHaveLength(2);
});

test('steps of a message stay with it, whatever comes between', () => {
  const folded = fold([
    line('page.queued', null, 0, { message: 'page 1' }),
    line('incident.note', 'Ida', 0),
    line('page.delivered', null, 1, { message: 'page 1' }),
    line('call.step', null, 1, { weight: 'quiet' }),
  ]);
  expect(folded.map((one) => [one.line.kind, one.steps.length])).toEqual([
    ['page.delivered', 2],
    ['incident.note', 2],
  ]);
});

test('no entry is lost by folding', () => {
  const entries = Array.from({ length: 300 }, (_, n) =>
    line(
      ['alert.attached', 'report.resolved', 'incident.note'][n % 3] ?? '',
      n % 4 ? null : 'Ida',
      Math.floor(n / 7) % 60,
      { weight: n % 11 ? 'plain' : 'strong', message: n % 13 ? null : `page ${n % 5}` },
    ),
  );
  const steps = fold(entries).flatMap((one) => one.steps.map((step) => step.seq));
  expect([...steps].sort((a, b) => a - b)).toEqual(entries.map((one) => one.seq));
});

test('a reader asks for a kind, a person, or both', () => {
  const all = [
    line('incident.note', 'Ida', 0),
    line('hypothesis.settled', 'Ada', 1, { weight: 'strong' }),
    line('page.queued', null, 2),
    line('incident.decision', 'Ada', 3, { weight: 'strong' }),
  ];
  const kinds = (kind: Parameters<typeof chosen>[1], by = ''): string[] => chosen(all, kind, by).map((one) => one.kind);
  expect(kinds('all')).toHaveLength(4);
  expect(kinds('words')).toEqual(['incident.note', 'incident.decision']);
  expect(kinds('finding', 'Ada')).toEqual(['hypothesis.settled', 'incident.decision']);
  expect(kinds('systems')).toEqual(['page.queued']);
  expect(kinds('strong', 'Ida')).toEqual([]);
  expect(kinds('calls')).toEqual(['page.queued']);
});

test('what is said in the conversation is one line as long as it goes on', () => {
  const lines = fold([
    line('talk.said', 'Ida', 0, { rest: 'Who is there?' }),
    line('incident.note', 'Ada', 1),
    line('talk.said', 'Bo', 2, { rest: 'I am' }),
    line('talk.said', 'Bo', 603, { rest: 'It is dark' }),
  ]);
  expect(lines.map((one) => [one.line.kind, one.line.rest, one.steps.map((step) => step.by)])).toEqual([
    ['talk.said', 'I am', ['Ida', 'Bo']],
    ['incident.note', '', ['Ada']],
    ['talk.said', 'It is dark', ['Bo']],
  ]);
});
