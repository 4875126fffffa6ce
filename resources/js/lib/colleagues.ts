import { router, usePage } from '@inertiajs/vue3';
import { computed, onMounted, type ComputedRef } from 'vue';
import type { Colleague } from '@/lib/shapes';

/** Everybody who works here, asked for when somebody is to be chosen; undefined until then. */
export function useColleagues(): ComputedRef<Colleague[] | undefined> {
  const page = usePage();
  const colleagues = computed(() => page.props['colleagues'] as Colleague[] | undefined);
  onMounted(() => {
    if (!colleagues.value) router.reload({ only: ['colleagues'] });
  });
  return colleagues;
}
