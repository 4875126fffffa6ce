import { router } from '@inertiajs/vue3';
import { ref, type Ref } from 'vue';

/** What is long in a room comes in part. Asks for all of it, which then stays so, in the address, as long as somebody is there. */
export function useAllOf(...props: [string, ...string[]]): { isUnderWay: Ref<boolean>; ask: () => void } {
  const isUnderWay = ref(false);
  return {
    isUnderWay,
    ask: () => {
      if (isUnderWay.value) return;
      isUnderWay.value = true;
      router.reload({ data: { [props[0]]: 'all' }, only: props, onFinish: () => (isUnderWay.value = false) });
    },
  };
}
