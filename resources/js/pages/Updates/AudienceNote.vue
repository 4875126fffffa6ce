<script setup lang="ts">
import { computed, onMounted } from 'vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import { plural } from '@/lib/states';
import { channelWords, useAudience } from '@/pages/Updates/audience';

/** Who will be told of the next update, and why; somebody may be left out, or told after all. */
const props = defineProps<{ incident: number }>();
const action = useAction();
const { audience, trouble, look } = useAudience(props.incident);
onMounted(look);
const told = computed(() => {
  const { total = 0, channels = {} } = audience.value ?? {};
  const ways = Object.entries(channels).map(([channel, count]) => `${count} ${channelWords[channel]}`);
  return total === 0 ? '' : ` ${total === 1 ? 'is' : 'are'} told: ${ways.join(', ')}`;
});
const change = (follower: number, told: boolean): void =>
  action.send(`/incidents/${props.incident}/audience`, { follower, told }, () => void look());
</script>

<template>
  <section aria-label="Who is told" class="text-small">
    <TroubleNote :text="trouble || Object.values(action.errors.value)[0]" />
    <template v-if="audience">
      <p>
        Besides the status page,
        <strong>{{ audience.total === 0 ? 'nobody follows this' : plural(audience.total, 'follower') }}</strong>{{
          told
        }}.
      </p>
      <details v-if="audience.some.length || audience.silenced.length">
        <summary class="min-h-6 cursor-pointer">Who, and why</summary>
        <ul class="max-h-64 overflow-y-auto" tabindex="0" aria-label="Followers">
          <li v-for="(one, i) in audience.some" :key="one.id ?? `p${i}`" class="row-rule flex flex-wrap gap-x-2 py-1">
            <span class="font-mono">{{ one.address }}</span> <span class="text-ink-2">{{ one.why }}</span>
            <button v-if="one.id !== null" type="button" class="link ml-auto min-h-6" @click="change(one.id, false)">
              Leave out<span class="sr-only"> {{ one.address }}</span>
            </button>
          </li>
          <li v-for="one in audience.silenced" :key="one.id" class="row-rule flex flex-wrap gap-x-2 py-1">
            <span class="font-mono text-ink-2">{{ one.address }}</span> <span class="text-ink-2">left out by hand</span>
            <button type="button" class="link ml-auto min-h-6" @click="change(one.id, true)">
              Tell<span class="sr-only"> {{ one.address }}</span>
            </button>
          </li>
        </ul>
        <p v-if="audience.total > audience.some.length" class="text-ink-2">
          And {{ audience.total - audience.some.length }} more.
        </p>
      </details>
    </template>
  </section>
</template>
