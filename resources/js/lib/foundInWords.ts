import { watchDebounced } from '@vueuse/core';
import { ref, type Ref } from 'vue';
import { ask } from '@/lib/ask';
import type { DraftedLine, FoundInWords, SlipLine } from '@/lib/shapes';

/** Where a slip stands in a text as scripts count it: it is counted in characters, of which some take two places here. */
export function placeOf(text: string, slip: Pick<SlipLine, 'at' | 'length'>): [number, number] {
  const characters = [...text];
  const from = characters.slice(0, slip.at).join('').length;
  return [from, from + characters.slice(slip.at, slip.at + slip.length).join('').length];
}

/** The text with what would be right in the place of a slip; as it is, if it has been changed there since. */
export function mended(text: string, slip: Pick<SlipLine, 'at' | 'length' | 'instead' | 'found'>): string {
  const [from, to] = placeOf(text, slip);
  return slip.instead === null || text.slice(from, to) !== slip.found
    ? text
    : text.slice(0, from) + slip.instead + text.slice(to);
}

/** What the check cannot tell from words: whoever sends them has to. */
export function unreadWords(services: string[]): string {
  const names = services.length < 2 ? services : [services.slice(0, -1).join(', '), services.at(-1)];
  return `The check does not understand what this says of ${names.join(' and ')}. Read it yourself.`;
}

/**
 * Has words to outsiders read against the record while they are written. What cannot be asked now is asked when they are sent.
 *
 * `upToDate` waits until what was put together is of what is written now: to be called before it is sent.
 */
export function useFoundInWords(
  incident: number,
  words: () => Record<string, unknown> & {
    stage: string;
    text: string;
    meanwhile: string | null;
    next_minutes: number | null;
  },
  /** With what was put together from the facts, where that was asked for. */
  drafted?: (drafts: DraftedLine) => void,
): { found: Ref<FoundInWords>; upToDate: () => Promise<void> } {
  const found = ref<FoundInWords>({ text: [], unread: [], meanwhile: [], facts: [], versions: [] });
  let asked = 0;
  /** What the answer that stands here was given to. */
  let answered = '';
  const read = async (now: ReturnType<typeof words>): Promise<void> => {
    const mine = ++asked;
    const asks = JSON.stringify(now);
    const { value } = await ask<FoundInWords & { drafts: DraftedLine | null }>(
      `/incidents/${incident}/updates/check`,
      now,
    );
    // An answer to what has been changed since says nothing any more.
    if (!value || mine !== asked) return;
    answered = asks;
    found.value = value;
    if (value.drafts) drafted?.(value.drafts);
  };
  watchDebounced(words, read, { debounce: 400, immediate: true, deep: true });
  return {
    found,
    // Once for what was typed last, and once for what was put together from it; without an answer it is read where it is sent.
    upToDate: async () => {
      for (let n = 0; n < 2 && JSON.stringify(words()) !== answered; n++) await read(words());
    },
  };
}
