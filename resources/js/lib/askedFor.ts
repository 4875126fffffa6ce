import { router, usePage } from '@inertiajs/vue3';
import { computed, onMounted, watch, type ComputedRef } from 'vue';

/**
 * A prop that the server gives only when it is asked for: read once it is needed, and again where an answer that brought all of the
 * page, as that of any deed does, has come without it. The
 * address stays what it is by then.
 */
export function useAskedFor<T>(prop: string, isNeeded: () => boolean = () => true): ComputedRef<T | undefined> {
  const page = usePage();
  const value = computed(() => page.props[prop] as T | undefined);
  const read = (): void => {
    if (value.value === undefined && isNeeded()) router.reload({ only: [prop], preserveUrl: true });
  };
  onMounted(read);
  watch(value, read);
  return value;
}
