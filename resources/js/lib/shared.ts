import { usePage } from '@inertiajs/vue3';
import { computed, type ComputedRef } from 'vue';
import type { SharedProps } from '@/lib/types';

/** What every page is given besides its own: who reads, the band, the running clocks. */
export function useShared(): ComputedRef<SharedProps> {
  const page = usePage<SharedProps>();
  return computed(() => page.props as SharedProps);
}
