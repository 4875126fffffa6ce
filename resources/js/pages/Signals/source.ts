import { LEVELS } from '@/lib/enums';
export interface SourceLine {
  id: string;
  name: string;
  /** Tells one token from the next; empty: there is none. */
  token: string;
  has_mapping: boolean;
  per_minute: number | null;
  last_at: number | null;
  hour: number;
  refused: number;
  turned_away: number;
  unmapped: number;
  clock_off: number | null;
  heartbeats: number;
  silent: number;
}

export interface Heartbeat {
  id: number;
  name: string;
  check: string | null;
  item: string | null;
  /** Minutes, as grace. */
  every: number;
  grace: number;
  level: string;
  last_at: number | null;
  silent: boolean;
}

/** What came in a minute. */
export interface SourceMinute {
  minute: number;
  accepted: number;
  repeated: number;
  refused: number;
  turned_away: number;
  unmapped: number;
}

/** What a sample becomes, and what is missing in it. */
export interface Tried {
  signals: Record<string, unknown>[];
  missing: { entry: number; field: string; message: string }[];
}

/** A message that was kept because it does not map. */
export interface Unmapped {
  id: number;
  payload: string;
  why: { entry: number; field: string; message: string }[];
  at: number;
}

/** How a sender's own JSON becomes signals, as its editor holds it. */
export interface MappingForm {
  list: string;
  fields: Record<string, string>;
  labels: string;
  condition: TableForm;
  level: TableForm;
}
export interface TableForm {
  from: string;
  words: Record<string, string>;
  otherwise: string;
}

export const FIELDS = [
  ['check', 'What was checked'],
  ['item', 'The item'],
  ['summary', 'What is wrong, in words'],
  ['at', 'When'],
  ['id', 'Its own id: makes repeats harmless'],
  ['value', 'A number'],
  ['unit', 'Its unit'],
  ['url', 'A link'],
] as const;
export const CONDITIONS = ['firing', 'clear'];
export { LEVELS };

interface Stored {
  list?: string;
  fields?: Record<string, string>;
  labels?: Record<string, string>;
  condition?: { from?: string; words?: Record<string, string[]>; otherwise?: string };
  level?: { from?: string; words?: Record<string, string[]>; otherwise?: string };
}

const tableForm = (table: Stored['condition'], ours: string[]): TableForm => ({
  from: table?.from ?? '',
  words: Object.fromEntries(ours.map((word) => [word, (table?.words?.[word] ?? []).join(', ')])),
  otherwise: table?.otherwise ?? '',
});

export function formOf(mapping: string | null): MappingForm {
  const stored = (mapping ? JSON.parse(mapping) : {}) as Stored;
  return {
    list: stored.list ?? '',
    fields: { ...stored.fields },
    labels: Object.entries(stored.labels ?? {})
      .map(([name, template]) => `${name}=${template}`)
      .join(', '),
    condition: tableForm(stored.condition, CONDITIONS),
    level: tableForm(stored.level, [...LEVELS]),
  };
}

const table = (form: TableForm): object => {
  const words = Object.fromEntries(
    Object.entries(form.words)
      .map(
        ([ours, theirs]) =>
          [
            ours,
            theirs
              .split(',')
              .map((word) => word.trim())
              .filter(Boolean),
          ] as const,
      )
      .filter(([, theirs]) => theirs.length > 0),
  );
  return {
    ...(form.from.trim() ? { from: form.from.trim() } : {}),
    ...(Object.keys(words).length ? { words } : {}),
    ...(form.otherwise ? { otherwise: form.otherwise } : {}),
  };
};

export function mappingOf(form: MappingForm): string {
  const fields = Object.fromEntries(Object.entries(form.fields).filter(([, template]) => template.trim() !== ''));
  const labels = Object.fromEntries(
    form.labels
      .split(',')
      .map((pair) => pair.split('='))
      .filter(([name, ...rest]) => name?.trim() && rest.length)
      .map(([name, ...rest]) => [name?.trim() ?? '', rest.join('=').trim()]),
  );
  return JSON.stringify({
    ...(form.list.trim() ? { list: form.list.trim() } : {}),
    fields,
    ...(Object.keys(labels).length ? { labels } : {}),
    condition: table(form.condition),
    level: table(form.level),
  });
}

/** Every place in a sample that holds something, as a template would name it. */
export function placesIn(sample: string, list: string): { template: string; value: string }[] {
  let root: unknown;
  try {
    root = JSON.parse(sample);
  } catch {
    return [];
  }
  const follow = (value: unknown, pointer: string): unknown =>
    pointer
      .split('/')
      .slice(1)
      .reduce<unknown>(
        (at, step) => (at as Record<string, unknown> | undefined)?.[step.replaceAll('~1', '/').replaceAll('~0', '~')],
        value,
      );
  const inside = list ? follow(root, list) : root;
  const entry: unknown = Array.isArray(inside) ? inside[0] : inside;
  const places: { template: string; value: string }[] = [];
  const walk = (value: unknown, pointer: string, depth: number): void => {
    if (places.length >= 60 || depth > 5) return;
    if (typeof value === 'object' && value !== null) {
      for (const [key, child] of Object.entries(value)) {
        walk(child, `${pointer}/${key.replaceAll('~', '~0').replaceAll('/', '~1')}`, depth + 1);
      }
    } else if (value !== null && value !== '' && pointer !== '') {
      places.push({ template: `{${pointer}}`, value: String(value).slice(0, 60) });
    }
  };
  walk(entry, '', 0);
  return places;
}
