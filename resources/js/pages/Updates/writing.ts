import { computed, ref, type ComputedRef, type Ref } from 'vue';
import { useDraft } from '@/lib/draft';
import { useFoundInWords } from '@/lib/foundInWords';
import type { DraftedLine, FoundInWords, ServiceState, SlipLine } from '@/lib/shapes';
import { instantOf, ownZone } from '@/lib/time';
import type { UpdateDraft } from '@/pages/Updates/draft';

/** One version as it stands in the form. */
export interface Written {
  version: 'public' | 'staff' | 'technical' | 'card';
  words: string;
  language: 'en' | 'no' | 'de' | 'ar';
  text: string;
  meanwhile: string;
  /** What nobody has put into its language yet. */
  missing: string[];
  isEdited: boolean;
  isRead: boolean;
}
export type PlacedSlip = SlipLine & { where?: string; version?: string; language?: string; part: 'text' | 'meanwhile' };

/** What was put together anew, and what a person has changed since: that stays. */
export function merged(now: Written[], drafts: DraftedLine['versions']): Written[] {
  return drafts.map((draft) => {
    const mine = now.find((one) => one.version === draft.version && one.language === draft.language);
    if (mine?.isEdited) return { ...mine, words: draft.words, missing: draft.missing };
    const isSame = mine?.text === draft.text && mine.meanwhile === draft.meanwhile;
    return { ...draft, isEdited: false, isRead: isSame && mine.isRead };
  });
}

/**
 * Those with which it goes out. Where everybody's own text says more than the facts, nothing is put together from them in
 * another language; and what the glossary does not know is left to the translator.
 */
export function goesOut(one: Written, own: string, isTextEdited: boolean): boolean {
  if (one.text.trim() === '') return false;
  return one.isEdited || one.isRead || (one.missing.length === 0 && (one.language === own || !isTextEdited));
}

/** An update while somebody writes it: its facts, and each version of it. */
export function useWriting(
  incident: number,
  draft: () => UpdateDraft,
  unchanged: boolean,
  estimates: number,
): {
  stage: Ref<string>;
  text: Ref<string>;
  cause: Ref<string>;
  meanwhile: Ref<string>;
  counter: Ref<string>;
  minutes: Ref<number>;
  services: Ref<ServiceState[] | null>;
  places: Ref<string[] | null>;
  /** Since when, on the clocks of whoever writes; null: as the record has it. */
  since: Ref<string | null>;
  /** By when it works again, on the clocks of whoever writes; null: as the record has it. */
  estimate: Ref<string | null>;
  versions: Ref<Written[]>;
  known: Ref<DraftedLine | null>;
  isTextEdited: ComputedRef<boolean>;
  own: ComputedRef<string>;
  found: Ref<FoundInWords>;
  slips: ComputedRef<PlacedSlip[]>;
  sent: () => Record<string, unknown>;
  /** Has the versions put together from what is written now, so that none goes out as it was before the last words. */
  upToDate: () => Promise<void>;
  again: () => void;
  clear: () => void;
} {
  const first = draft();
  const drafted = ref(unchanged ? (first.unchanged ?? first.text) : first.text);
  // What somebody has begun to write stays for when they go on with it.
  const { text, clear: clearText } = useDraft(unchanged ? `unchanged-${incident}` : `update-${incident}`, '');
  const { text: cause, clear: clearCause } = useDraft(`cause-${incident}`, '');
  const { text: meanwhile, clear: clearMeanwhile } = useDraft(`meanwhile-${incident}`, '');
  const { text: counter, clear: clearCounter } = useDraft(`counter-${incident}`, '');
  if (unchanged) text.value = drafted.value;
  text.value ||= drafted.value;
  cause.value ||= first.cause;
  meanwhile.value ||= first.meanwhile;
  counter.value ||= first.counter;
  const [stage, minutes] = [ref(first.stage), ref(first.next_minutes)];
  const services = ref<ServiceState[] | null>(null);
  const places = ref<string[] | null>(null);
  const since = ref<string | null>(null);
  const estimate = ref<string | null>(null);
  const versions = ref<Written[]>([]);
  const known = ref<DraftedLine | null>(null);
  const isTextEdited = computed(() => text.value !== drafted.value);
  const own = computed(() => versions.value[0]?.language ?? 'en');
  const sent = (): Record<string, unknown> => ({
    stage: stage.value,
    text: text.value,
    cause: cause.value || null,
    meanwhile: meanwhile.value || null,
    counter: counter.value || null,
    services: services.value,
    places: places.value,
    ...(since.value ? { since: new Date(instantOf(since.value, ownZone)).toISOString() } : {}),
    ...(estimate.value ? { estimate: new Date(instantOf(estimate.value, ownZone)).toISOString(), estimates } : {}),
    versions: versions.value
      .filter((one) => !(one.version === 'public' && one.language === own.value))
      .filter((one) => goesOut(one, own.value, isTextEdited.value))
      .map(({ version, language, text: words, meanwhile: until, isRead, isEdited }) => ({
        version,
        language,
        text: words,
        meanwhile: until || null,
        isRead: isRead || isEdited,
      })),
  });
  const { found, upToDate } = useFoundInWords(
    incident,
    () => ({
      ...sent(),
      stage: stage.value,
      text: text.value,
      meanwhile: meanwhile.value || null,
      next_minutes: Number.isInteger(minutes.value) && minutes.value >= 5 ? minutes.value : null,
      drafts: true,
      unchanged,
      is_written: isTextEdited.value,
    }),
    (drafts) => {
      const line = drafts.versions[0];
      if (line && !isTextEdited.value) text.value = line.text;
      if (line) drafted.value = line.text;
      const anew = merged(versions.value, drafts.versions);
      // What is the same asks nothing anew.
      if (JSON.stringify(anew) !== JSON.stringify(versions.value)) versions.value = anew;
      known.value = drafts;
    },
  );
  const slips = computed<PlacedSlip[]>(() => [
    ...found.value.facts.map((one) => ({ ...one, where: 'Facts', part: 'text' as const })),
    ...found.value.text.map((one) => ({ ...one, part: 'text' as const })),
    ...found.value.meanwhile.map((one) => ({ ...one, part: 'meanwhile' as const })),
    ...found.value.versions.flatMap((of) =>
      of.slips.map((one) => ({
        ...one,
        part: 'text' as const,
        version: of.version,
        language: of.language,
        where: versions.value.find((each) => each.version === of.version)?.words ?? of.version,
      })),
    ),
  ]);
  return {
    ...{
      stage,
      text,
      cause,
      meanwhile,
      counter,
      minutes,
      services,
      places,
      since,
      estimate,
      versions,
      known,
      isTextEdited,
      own,
      found,
    },
    ...{ slips, sent, upToDate },
    again: () => {
      text.value = drafted.value;
      versions.value = versions.value.map((one) => ({ ...one, isEdited: false, isRead: false }));
    },
    clear: () => {
      clearText();
      clearCause();
      clearMeanwhile();
      clearCounter();
    },
  };
}
