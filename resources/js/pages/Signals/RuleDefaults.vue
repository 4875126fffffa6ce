<script setup lang="ts">
import TypedField from '@/components/TypedField.vue';
import { durationOf, durationWords } from '@/lib/duration';
import type { RuleSettings } from '@/lib/types';

/** What holds where no rule says otherwise. */
const general = defineModel<RuleSettings>({ required: true });
defineProps<{ errors: Record<string, string>; mayEdit: boolean }>();
/** A field that was emptied is sent so, and refused in words. */
const setReach = (words: string): void =>
  void (general.value = { ...general.value, reach: (words === '' ? words : Number(words)) as number });
const generalFields = [
  ['hold', 'Hold', 'Wait before an alert opens'],
  ['settle', 'Settle', 'Quiet before it closes'],
  ['reopen', 'Reopen', 'Comes again within this: the same alert'],
  ['expire', 'Expire', 'Silence that ends a thing; empty: never'],
  ['gather', 'Gather', 'Alerts so close in time may be one group'],
  ['gather_limit', 'Group at most', 'A group takes no more in after this'],
] as const;
const setGeneral = (field: (typeof generalFields)[number][0], words: string): void => {
  const value = durationOf(words);
  if (value === general.value[field]) return;
  const others = Object.entries(general.value).filter(([name]) => name !== field);
  general.value = Object.fromEntries([...others, ...(value === undefined ? [] : [[field, value]])]) as RuleSettings;
};
const setFlap = (words: string): void => {
  if (Number(words) !== general.value.flap?.times)
    general.value = { ...general.value, flap: { times: Number(words), within: general.value.flap?.within ?? 'PT10M' } };
};
</script>

<template>
  <fieldset class="mb-4 grid grid-cols-2 gap-2 text-small sm:grid-cols-4" :disabled="!mayEdit">
    <legend class="mb-1 text-small font-semibold text-ink-2">Defaults</legend>
    <label v-for="[field, title, hint] in generalFields" :key="field" class="block" :title="hint"
      >{{ title }}
      <TypedField
        class="field py-1!"
        :shown="durationWords(general[field])"
        :placeholder="hint"
        :aria-invalid="Boolean(errors[`/${field}`])"
        @typed="(words) => setGeneral(field, words)"
      />
    </label>
    <label class="block" title="Items so many steps apart belong together"
      >Steps apart, at most
      <input
        :value="general.reach"
        type="number"
        min="0"
        max="20"
        class="field py-1!"
        @input="setReach(($event.target as HTMLInputElement).value)"
      />
    </label>
    <label class="block" title="So many beginnings within ten minutes: it flaps, and stays one alert"
      >Flaps from, times
      <TypedField
        type="number"
        min="2"
        max="100"
        class="field py-1!"
        :shown="general.flap?.times ?? ''"
        @typed="setFlap"
      />
    </label>
  </fieldset>
</template>
