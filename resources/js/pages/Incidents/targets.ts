/** A promise as it is kept: none where nothing is promised. */
export interface KeptTarget {
  name: string;
  priority: number;
  minutes: number;
  desk: boolean;
  pauses: boolean;
}
export interface KeptAgreement {
  kinds: string[];
  service: string | null;
  targets: KeptTarget[];
}
/** As it is edited: each promise has its row, empty where nothing is promised. */
export interface TargetRow extends Omit<KeptTarget, 'minutes'> {
  minutes: number | '';
}
export interface Agreement {
  kinds: string[];
  service: string;
  rows: TargetRow[];
}

export const PRIORITIES = [1, 2, 3, 4];
export const PROMISES = [
  { name: 'respond', words: 'First answer' },
  { name: 'restore', words: 'Restored, solved or done' },
];

const rowsOf = (targets: KeptTarget[]): TargetRow[] =>
  PRIORITIES.flatMap((priority) =>
    PROMISES.map(
      ({ name }) =>
        targets.find((one) => one.name === name && one.priority === priority) ?? {
          name,
          priority,
          minutes: '' as const,
          desk: false,
          pauses: name === 'restore',
        },
    ).map((one) => ({ ...one })),
  );

export const shown = (one: KeptAgreement): Agreement => ({
  kinds: [...one.kinds],
  service: one.service ?? '',
  rows: rowsOf(one.targets),
});

export const kept = (one: Agreement): KeptAgreement => ({
  kinds: one.kinds,
  service: one.service || null,
  targets: one.rows.flatMap((row) => (row.minutes === '' ? [] : [{ ...row, minutes: row.minutes }])),
});

export const blank = (): Agreement => ({ kinds: ['report'], service: '', rows: rowsOf([]) });
