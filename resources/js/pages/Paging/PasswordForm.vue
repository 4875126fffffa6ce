<script setup lang="ts">
import { computed, ref } from 'vue';
import ActButton from '@/components/ActButton.vue';
import TroubleNote from '@/components/TroubleNote.vue';
import { useAction } from '@/lib/action';

/** A new password: one's own, or by an administrator that of somebody else. */
const props = defineProps<{ person: string; isMe: boolean; signsIn: boolean }>();
const action = useAction();
const present = ref('');
const password = ref('');
const isDone = ref(false);
const wrong = computed(() => Object.values(action.errors.value)[0]);
const save = (): void => {
  isDone.value = false;
  action.send(`/people/${props.person}/password`, { password: password.value, present: present.value }, () => {
    isDone.value = true;
    present.value = password.value = '';
  });
};
</script>

<template>
  <form class="grid gap-2 text-small" aria-label="Password" @submit.prevent="save">
    <h2>Password</h2>
    <p v-if="!signsIn" class="text-ink-2">None: they are paged but cannot sign in.</p>
    <TroubleNote :text="wrong" />
    <label v-if="isMe"
      >Current password
      <input v-model="present" class="field py-1" type="password" autocomplete="current-password" required
    /></label>
    <label
      >New password, 10 characters or more
      <input v-model="password" class="field py-1" type="password" autocomplete="new-password" minlength="10" required
    /></label>
    <ActButton type="submit" :busy="action.busy.value">Set password</ActButton>
    <p role="status" class="text-ink-2">
      {{ isDone ? 'Password set. Sessions elsewhere have to sign in again.' : '' }}
    </p>
  </form>
</template>
