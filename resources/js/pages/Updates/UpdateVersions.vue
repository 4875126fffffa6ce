<script setup lang="ts">
import { computed, ref } from 'vue';
import { unreadWords } from '@/lib/foundInWords';
import type { FoundInWords } from '@/lib/shapes';
import { directionOf } from '@/pages/Updates/languages';
import { goesOut, type PlacedSlip, type Written } from '@/pages/Updates/writing';

/** What each reader will read, in each language; what disagrees with the facts is said beside it. */
const props = defineProps<{ own: string; isTextEdited: boolean; slips: PlacedSlip[]; found: FoundInWords }>();
const versions = defineModel<Written[]>({ required: true });
const ownNames: Record<string, string> = { en: 'English', no: 'Norsk', de: 'Deutsch', ar: 'العربية' };
const readers: Record<string, string> = {
  public: 'page, mails, messages, feeds',
  staff: 'the staff page, who follows at their account',
  technical: 'chats and who asked for it',
  card: 'who answers for what is hit',
};
const language = ref(props.own);
const languages = computed(() => [...new Set(versions.value.map((one) => one.language))]);
const shown = computed(() => versions.value.filter((one) => one.language === language.value));
const wrongIn = (one: Written): PlacedSlip[] =>
  props.slips.filter((slip) => slip.version === one.version && slip.language === one.language);
const unreadIn = (one: Written): string[] =>
  props.found.versions.find((of) => of.version === one.version && of.language === one.language)?.unread ?? [];
const isOwnText = (one: Written): boolean => one.version === 'public' && one.language === props.own;
const change = (one: Written, more: Partial<Written>): void => {
  versions.value = versions.value.map((each) =>
    each.version === one.version && each.language === one.language ? { ...each, ...more } : each,
  );
};
const marked = (code: string): boolean =>
  versions.value.some((one) => one.language === code && code !== props.own && !one.isRead && !one.isEdited);
const field = (one: Pick<Written, 'version' | 'language'>): string => `version-${one.version}-${one.language}`;
defineExpose({
  show: (version: string, of: string) => {
    language.value = of;
    return `version-${version}-${of}`;
  },
});
</script>

<template>
  <section aria-labelledby="update-versions">
    <div class="flex flex-wrap items-baseline justify-between gap-x-4">
      <h3 id="update-versions">What each will read</h3>
      <div class="flex flex-wrap gap-x-3 text-small" role="group" aria-label="Language">
        <button
          v-for="code in languages"
          :key="code"
          type="button"
          class="min-h-6"
          :class="code === language ? 'font-semibold underline underline-offset-4' : 'link'"
          :aria-pressed="code === language"
          @click="language = code"
        >
          <span :lang="code">{{ ownNames[code] }}</span><template v-if="marked(code)">, not read yet</template>
        </button>
      </div>
    </div>
    <slot v-if="language === own" />
    <div
      v-for="one in shown.filter((each) => !isOwnText(each))"
      :key="field(one)"
      class="row-rule grid gap-x-4 py-2 sm:grid-cols-[9rem_1fr]"
    >
      <div>
        <label :for="field(one)" class="font-semibold">{{ one.words }}</label>
        <p class="text-tiny text-ink-2">{{ readers[one.version] }}</p>
        <p
          v-if="one.text && wrongIn(one).length + unreadIn(one).length === 0 && goesOut(one, own, isTextEdited)"
          class="text-tiny font-semibold"
        >
          ✓ agrees with the facts
        </p>
      </div>
      <div>
        <textarea
          :id="field(one)"
          :value="one.text"
          rows="3"
          maxlength="4000"
          class="field field-sizing-content"
          :lang="one.language"
          :dir="directionOf(one.language)"
          @input="change(one, { text: ($event.target as HTMLTextAreaElement).value, isEdited: true })"
        />
        <textarea
          v-if="one.version === 'public' && one.meanwhile"
          :value="one.meanwhile"
          rows="1"
          maxlength="1000"
          class="field mt-1 field-sizing-content"
          :aria-label="`What to do meanwhile, ${ownNames[one.language]}`"
          :lang="one.language"
          :dir="directionOf(one.language)"
          @input="change(one, { meanwhile: ($event.target as HTMLTextAreaElement).value, isEdited: true })"
        />
        <p v-for="(slip, i) in wrongIn(one)" :key="i" class="mt-1 border-l-4 border-call pl-2 text-small">
          {{ slip.words }}
        </p>
        <p v-if="unreadIn(one).length" class="mt-1 text-small font-semibold">{{ unreadWords(unreadIn(one)) }}</p>
        <p v-if="one.missing.length && !one.isEdited" class="text-tiny text-ink-2">
          Not known in this language: “{{ one.missing.join('”, “') }}”. Write it here, or the translator does, and it is
          marked. <a href="/settings/glossary" class="link">Words in other languages</a>
        </p>
        <p v-else-if="!goesOut(one, own, isTextEdited)" class="text-tiny text-ink-2">
          The {{ ownNames[own] }} text was changed by hand, so this one may say less: read it, or the translator does it
          anew.
        </p>
        <label v-if="one.language !== own" class="flex min-h-6 items-center gap-2 text-small">
          <input
            type="checkbox"
            :checked="one.isRead || one.isEdited"
            :disabled="one.isEdited"
            @change="change(one, { isRead: ($event.target as HTMLInputElement).checked })"
          />
          I have read it: it goes out without the mark of a machine
        </label>
      </div>
    </div>
  </section>
</template>
