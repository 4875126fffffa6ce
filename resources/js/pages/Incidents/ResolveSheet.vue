<script setup lang="ts">
import { Link } from '@inertiajs/vue3';
import { computed, onMounted, ref, watch } from 'vue';
import ActButton from '@/components/ActButton.vue';
import OutsideText from '@/components/OutsideText.vue';
import SideSheet from '@/components/SideSheet.vue';
import StateMark from '@/components/StateMark.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';
import { useDraft } from '@/lib/draft';
import { plural } from '@/lib/states';
import type { AlertLine } from '@/lib/types';
import type { RoomIncident } from '@/pages/Incidents/room';

/** Resolving shows first what it will do. */
const props = defineProps<{ incident: RoomIncident }>();
const emit = defineEmits<{ close: [] }>();

interface Preview {
  reports: number;
  mails: string[];
  followers: number;
  calls: string[];
  closesTalk: boolean;
  /** How long it took, if it ends now. */
  times: string[];
  services: string[];
  /** Those of them that alerts still say are hit. */
  unsure: string[];
  firing: AlertLine[];
  /** What teams were asked to do, and has not been done; those without which it cannot end. */
  tasks: string[];
  musts: string[];
  /** Open steps of the tickets that end with it. */
  steps: number;
  update: string;
  /** What is part of it, and ends with it unless somebody says otherwise; and those who reported that. */
  children?: { id: number; ref: string; title: string }[];
  childReports?: number;
  childMails?: number;
  /** What speaks for it that it is over without anybody's word, and whether somebody has to say more. */
  confirmation: { required: boolean; told: string[]; enough: boolean; clearEnough: number };
}
const SHOWN = 5;
const action = useAction();
const preview = ref<Preview | null>(null);
const normal = computed(() => preview.value?.services.filter((name) => !preview.value?.unsure.includes(name)) ?? []);
const trouble = ref('');
const { text: resolution, clear } = useDraft(`resolution-${props.incident.id}`);
const update = ref('');
const despite = ref('');
const [tried, word, check, unconfirmed] = [ref(false), ref(''), ref(''), ref('')];
const stayOpen = ref<number[]>([]);
const isConfirmed = computed(
  () => preview.value?.confirmation.enough || tried.value || word.value.trim() !== '' || check.value.trim() !== '',
);
const load = async (): Promise<void> => {
  trouble.value = '';
  try {
    const answer = await fetch(`/incidents/${props.incident.id}/resolve`, { headers: { Accept: 'application/json' } });
    if (!answer.ok) throw new Error(String(answer.status));
    preview.value = (await answer.json()) as Preview;
    update.value ||= preview.value.update;
  } catch {
    trouble.value = 'The preview could not be loaded. Try again when the connection is back.';
  }
};
onMounted(load);
watch(
  () => action.errors.value.under,
  (why) => why && void load(),
);
const resolve = (): void =>
  action.send(
    `/incidents/${props.incident.id}/resolve`,
    {
      resolution: resolution.value,
      update: update.value,
      despite: despite.value || null,
      tried: tried.value,
      word: word.value,
      check: check.value,
      unconfirmed: isConfirmed.value ? '' : unconfirmed.value,
      stay_open: stayOpen.value,
      under: preview.value?.children?.map((child) => child.id) ?? [],
    },
    () => {
      clear();
      emit('close');
    },
  );
</script>

<template>
  <SideSheet open :title="`Resolve ${incident.ref}`" @close="emit('close')">
    <div v-if="trouble"><TroubleNote :text="trouble" /><ActButton class="mt-2" @click="load">Try again</ActButton></div>
    <form v-if="preview" class="grid gap-4" @submit.prevent="resolve">
      <TroubleNote :text="action.errors.value.action" />
      <section v-if="preview.firing.length" class="border-l-4 border-call bg-sheet px-3 py-2" role="note">
        <h3>{{ plural(preview.firing.length, 'alert') }} still firing</h3>
        <ul class="mt-1 text-small">
          <li v-for="alert in preview.firing.slice(0, SHOWN)" :key="alert.id" class="flex gap-2 py-0.5">
            <StateMark :state="alert.state" :size="16" /><Link :href="`/alerts/${alert.id}`" class="link">{{
              alert.title
            }}</Link>
          </li>
          <li v-if="preview.firing.length > SHOWN" class="py-0.5">
            and {{ preview.firing.length - SHOWN }} more, all in the room
          </li>
        </ul>
        <p class="mt-1 text-small text-ink-2">
          Whatever still fires comes back to the watch after this. Resolve only if you know that service is back.
        </p>
      </section>
      <section
        v-if="preview.tasks.length || preview.steps"
        class="border-l-4 border-call bg-sheet px-3 py-2"
        role="note"
      >
        <h3>Not done yet</h3>
        <ul class="mt-1 text-small">
          <li v-for="task in preview.tasks" :key="task" class="py-0.5">
            {{ task }}<strong v-if="preview.musts.includes(task)">, which has to be done or skipped before</strong>
          </li>
          <li v-if="preview.steps" class="py-0.5">
            {{ plural(preview.steps, 'step') }} of its tickets, which end with it
          </li>
        </ul>
      </section>
      <section v-if="preview.children?.length" aria-labelledby="with-it">
        <h3 id="with-it">Ends with it</h3>
        <TroubleNote :text="action.errors.value.under" />
        <p class="text-small text-ink-2">
          {{ plural(preview.children.length, 'incident')
          }}{{
            preview.childReports
              ? `, with ${plural(preview.childReports, 'report')}; ${plural(preview.childMails ?? 0, 'reporter')} by email`
              : ''
          }}. Choose what stays open.
        </p>
        <ul class="mt-1 max-h-60 overflow-y-auto text-small" tabindex="0" aria-label="Stays open">
          <li v-for="child in preview.children" :key="child.id">
            <label class="flex items-baseline gap-2 py-0.5"
              ><input v-model="stayOpen" type="checkbox" :value="child.id" class="size-4 accent-[var(--ink)]" />
              <span
                >{{ child.title }} <span class="text-ink-3">{{ child.ref }}</span><strong
                  v-if="stayOpen.includes(child.id)"
                  >, stays open</strong
                ></span
              ></label
            >
          </li>
        </ul>
      </section>
      <section aria-labelledby="will-do">
        <h3 id="will-do">This will</h3>
        <ul class="mt-1 list-disc pl-5">
          <li>resolve {{ incident.ref }}, “{{ incident.title }}”</li>
          <li>publish the sentence below on the status page</li>
          <li v-if="normal.length">set {{ normal.join(', ') }} back to normal there</li>
          <li v-if="preview.unsure.length">
            show {{ preview.unsure.join(', ') }} there as not confirmed, until alerts clear or you say that the page is
            right
          </li>
          <li v-if="preview.reports">
            resolve {{ plural(preview.reports, 'linked report')
            }}{{
              preview.mails.length
                ? ` and email ${plural(preview.mails.length, 'reporter')}: ${preview.mails.join(', ')}`
                : ', without email: nobody left an address'
            }}
          </li>
          <li v-if="preview.followers">tell {{ plural(preview.followers, 'follower') }} that it is over</li>
          <li v-if="preview.calls.length">end the call to {{ preview.calls.join(', ') }}</li>
          <li v-if="preview.closesTalk">close the conversation and the phone bridge, as far as they are open</li>
          <li>stop the clocks for the next update and the restore target</li>
          <li>keep how long it took: {{ preview.times.join('; ') }}</li>
        </ul>
      </section>
      <section class="grid gap-2" aria-labelledby="confirm">
        <h3 id="confirm">Is it over?</h3>
        <p class="text-small text-ink-2">
          <template v-if="preview.confirmation.told.length"
            >Known: {{ preview.confirmation.told.join('; ') }}.</template
          >
          <template v-else>Neither alerts nor the trace say so yet.</template>
          {{
            preview.confirmation.enough
              ? 'That is enough.'
              : `Alerts are enough once they have been clear for ${preview.confirmation.clearEnough} minutes and nothing is traced to be hit.`
          }}
        </p>
        <label class="flex items-baseline gap-2"
          ><input v-model="tried" type="checkbox" class="size-4 accent-[var(--ink)]" /> The fix was tried before it went
          live</label
        >
        <label class="font-semibold"
          >Whose word it is
          <input
            v-model="word"
            class="field font-normal"
            maxlength="300"
            placeholder="The owner's or a reporter's, and what they said"
        /></label>
        <label class="font-semibold"
          >A check that was run
          <input v-model="check" class="field font-normal" maxlength="300" placeholder="And what came of it"
        /></label>
        <label v-if="preview.confirmation.required && !isConfirmed" class="font-semibold"
          >Or why it is resolved without
          <input v-model="unconfirmed" class="field font-normal" maxlength="500" required />
        </label>
        <TroubleNote :text="action.errors.value.unconfirmed" />
      </section>
      <label class="font-semibold">
        What was done
        <textarea
          v-model="resolution"
          rows="3"
          maxlength="2000"
          required
          class="field font-normal"
          placeholder="For those who come after you"
        />
        <span class="text-tiny font-normal text-ink-2">{{
          action.errors.value.resolution ?? 'Stays inside, in the journal.'
        }}</span>
      </label>
      <OutsideText
        v-model="update"
        v-model:despite="despite"
        :incident="incident.id"
        stage="restored"
        :rows="2"
        :note="action.errors.value.update ?? 'Goes on the status page and into the email to reporters.'"
        :error="action.errors.value.despite"
      />
      <div>
        <ActButton main type="submit" :busy="action.busy.value"
          >Resolve{{
            preview.mails.length ? ` and mail ${plural(preview.mails.length, 'person', 'people')}` : ''
          }}</ActButton
        >
      </div>
    </form>
  </SideSheet>
</template>
