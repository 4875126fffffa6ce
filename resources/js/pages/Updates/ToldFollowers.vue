<script setup lang="ts">
import { onMounted, watch } from 'vue';
import { plural } from '@/lib/states';
import { useTold } from '@/pages/Updates/audience';
import { directionOf, languageNames } from '@/pages/Updates/languages';

/** How it goes with what followers were told: sent, on its way, not arrived. */
const props = defineProps<{ incident: number; given: number }>();
const versionWords = { public: 'Everybody', staff: 'Staff', technical: 'Engineers', card: 'Managers' };
const { told, look } = useTold(props.incident);
onMounted(look);
watch(
  () => props.given,
  () => void look(),
);
</script>

<template>
  <details
    v-for="one in told.filter((each) => each.versions.length).slice(0, 1)"
    :key="`v${one.number}`"
    class="mt-2 text-small"
  >
    <summary class="min-h-6 cursor-pointer">Update {{ one.number }} in other words</summary>
    <p
      v-for="version in one.versions"
      :key="`${version.version} ${version.language}`"
      class="row-rule py-1 text-ink-2"
      :lang="version.language"
      :dir="directionOf(version.language)"
    >
      <strong class="text-ink">{{ versionWords[version.version] }}, {{ languageNames[version.language] }}</strong
      ><template v-if="!version.isRead && version.language !== 'en'"> (marked: nobody has read it)</template>:
      {{ version.text }} {{ version.meanwhile }}
    </p>
  </details>
  <ul v-if="told.some((one) => one.told > 0)" class="mt-2 text-small" aria-label="What followers got">
    <li v-for="one in told.filter((each) => each.told > 0)" :key="one.number" class="row-rule py-1">
      Update {{ one.number }}: sent to {{ one.sent }} of {{ plural(one.told, 'follower')
      }}<template v-if="one.arrived">, {{ one.arrived }} known to have arrived</template
      ><template v-if="one.waits">, {{ one.waits }} to come</template>
      <strong v-if="one.failed"
        >, {{ one.failed }} not reached ({{
          one.errors.map((each) => `${each.count}: ${each.why}`).join('; ')
        }})</strong
      >
    </li>
  </ul>
</template>
