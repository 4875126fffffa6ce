<script setup lang="ts">
import { onMounted, watch } from 'vue';
import { plural } from '@/lib/states';
import { useTold } from '@/pages/Updates/audience';

/** How it goes with what followers were told: sent, on its way, not arrived. */
const props = defineProps<{ incident: number; given: number }>();
const { told, look } = useTold(props.incident);
onMounted(look);
watch(
  () => props.given,
  () => void look(),
);
</script>

<template>
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
