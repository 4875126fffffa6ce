<script setup lang="ts">
import { Head, router } from '@inertiajs/vue3';
import { ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import SkarvoMark from '@/components/SkarvoMark.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { whenLost } from '@/lib/connection';
import { useShared } from '@/lib/shared';

interface Offered {
  email: string;
  name: string;
  title: string | null;
  team: string | null;
  roles: string;
}
const props = defineProps<{ people: Offered[]; password: string | null }>();
const shared = useShared();
const email = ref('');
const secret = ref('');
const busy = ref(false);
const lost = ref('');

const signIn = (as?: Offered): void => {
  if (as) [email.value, secret.value] = [as.email, props.password ?? ''];
  busy.value = true;
  lost.value = '';
  router.post(
    '/sign-in',
    { email: email.value, password: secret.value },
    {
      ...whenLost(() => (lost.value = 'Not sent: no connection. Press again when you have one.')),
      onFinish: () => (busy.value = false),
    },
  );
};
</script>

<template>
  <Head title="Sign in" />
  <main class="mx-auto grid min-h-dvh max-w-4xl content-center gap-10 p-6 md:grid-cols-2">
    <section>
      <p class="mb-6 flex items-center gap-2 text-2xl font-bold tracking-tight"><SkarvoMark />Skarvo</p>
      <h1 class="mb-1">Sign in</h1>
      <p class="mb-4 text-ink-2">{{ shared.organisation }}, operations.</p>
      <TroubleNote :text="lost || shared.errors.action" class="mb-3" />
      <form class="grid gap-3" @submit.prevent="signIn()">
        <label class="font-medium">
          Email address
          <input
            v-model="email"
            class="field"
            type="email"
            autocomplete="username"
            required
            autofocus
            :aria-invalid="!!shared.errors.email"
            aria-describedby="email-trouble"
          />
        </label>
        <label class="font-medium">
          Password
          <input v-model="secret" class="field" type="password" autocomplete="current-password" required />
        </label>
        <p id="email-trouble" role="alert" class="text-small font-medium text-call">{{ shared.errors.email }}</p>
        <div><ActButton main type="submit" :busy="busy">Sign in</ActButton></div>
      </form>
      <p class="mt-6 text-small text-ink-2">
        No account? <a href="/report" class="link">Report a problem</a>, or see
        <a href="/status" class="link">the service status</a>.
      </p>
    </section>
    <section v-if="people.length" aria-labelledby="demo-people">
      <h2 id="demo-people" class="mb-2">This is a demonstration. Sign in as:</h2>
      <ul>
        <li v-for="person in people" :key="person.email" class="row-rule">
          <button type="button" class="w-full py-2 text-left hover:bg-shade" @click="signIn(person)">
            <span class="font-semibold">{{ person.name }}</span><span class="text-ink-2">, {{ person.roles }}</span>
            <span class="block text-small text-ink-2">{{ person.title }}, {{ person.team }}</span>
          </button>
        </li>
      </ul>
      <p class="mt-3 text-small text-ink-2">
        All of them have the password <code class="font-mono text-ink">{{ password }}</code>.
      </p>
    </section>
  </main>
</template>
