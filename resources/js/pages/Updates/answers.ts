import type { FormWords } from '@/pages/Updates/formWords';

/** What a reporter is asked about how bad it is, and the answers that there are. */
const asked = {
  stops: ['all', 'part', 'little'],
  others: ['nobody', 'some', 'many'],
  waits: ['now', 'soon', 'later'],
} as const;

export const howBad = (
  words: FormWords,
): { field: string; ask: string; choices: { value: string; words: string }[] }[] =>
  Object.entries(asked).map(([field, values]) => ({
    field,
    ask: words[field as keyof FormWords],
    choices: values.map((value) => ({ value, words: words[`${field}_${value}` as keyof FormWords] })),
  }));
