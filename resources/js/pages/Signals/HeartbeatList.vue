<script setup lang="ts">
import { ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import { lasting, useNow } from '@/lib/time';
import { LEVELS, type Heartbeat } from '@/pages/Signals/source';

/** What should speak every so often: its silence is a signal, its return clears it. */
const props = defineProps<{
  source: string;
  heartbeats: Heartbeat[];
  mayEdit: boolean;
}>();
const action = useAction();
const now = useNow();
const adding = ref(false);
const blank = { name: '', check: '', item: '', every: '5', grace: '1', level: 'error' };
const form = ref({ ...blank });
const url = `/sources/${encodeURIComponent(props.source)}/heartbeats`;
const save = (): void =>
  action.send(url, { ...form.value, check: form.value.check || null, item: form.value.item || null }, () => {
    form.value = { ...blank };
    adding.value = false;
  });
</script>

<template>
  <section aria-labelledby="heartbeats">
    <h2 id="heartbeats" class="mb-1">Heartbeats</h2>
    <p v-if="heartbeats.length === 0" class="text-small text-ink-2">None: nobody notices when it goes silent.</p>
    <ul class="text-small">
      <li v-for="beat in heartbeats" :key="beat.id" class="row-rule py-1">
        <strong>{{ beat.name }}</strong> every {{ beat.every }} min<template v-if="beat.grace">
          and {{ beat.grace }}</template
        ><template v-if="beat.check">, {{ beat.check }}</template
        ><template v-if="beat.item"> on {{ beat.item }}</template
        >.
        <span :class="beat.silent ? 'font-semibold text-call' : 'text-ink-2'"
          >{{ beat.silent ? 'silent' : 'speaks'
          }}<template v-if="beat.last_at">, last {{ lasting(now - beat.last_at) }} ago</template></span
        >
        <button v-if="mayEdit" type="button" class="link ml-2" @click="action.send(`${url}/${beat.id}/drop`, {})">
          Remove
        </button>
      </li>
    </ul>
    <form v-if="adding" class="mt-2 grid grid-cols-2 gap-2 text-small" @submit.prevent="save">
      <label class="col-span-2 block"
        >Name <input v-model="form.name" class="field py-1!" required maxlength="120"
      /></label>
      <label class="block">Check, if one alone <input v-model="form.check" class="field py-1! font-mono" /></label>
      <label class="block">Item, if one alone <input v-model="form.item" class="field py-1! font-mono" /></label>
      <label class="block"
        >Every, minutes <input v-model="form.every" type="number" min="1" max="10080" required class="field py-1!"
      /></label>
      <label class="block"
        >Grace, minutes <input v-model="form.grace" type="number" min="0" max="1440" class="field py-1!"
      /></label>
      <label class="block"
        >Level of its silence
        <select v-model="form.level" class="field py-1!">
          <option v-for="level in LEVELS" :key="level">{{ level }}</option>
        </select></label
      >
      <div class="flex items-end gap-2">
        <ActButton main type="submit" :busy="action.busy.value">Add heartbeat</ActButton
        ><button type="button" class="link" @click="adding = false">Leave it</button>
      </div>
      <TroubleNote :text="Object.values(action.errors.value)[0]" class="col-span-2" />
    </form>
    <ActButton v-else-if="mayEdit" class="mt-2" @click="adding = true">Expect a heartbeat…</ActButton>
    <p class="mt-1 text-tiny text-ink-2">
      Any signal counts; so does <code class="font-mono">POST /api/v1/sources/{{ source }}/heartbeat</code> with its
      token.
    </p>
  </section>
</template>
