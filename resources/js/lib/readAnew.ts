import { router, usePage } from '@inertiajs/vue3';
import { watch } from 'vue';

/**
 * Reads some props of the page as it stands. An answer to what its address asked for before, such as another filter, is
 * dropped: it would show what nobody asks for any more.
 */
export function readAnew(options: NonNullable<Parameters<typeof router.reload>[0]>): void {
  const page = usePage();
  let cancel = (): void => undefined;
  const stop = watch(
    () => page.url,
    () => cancel(),
    { flush: 'sync' },
  );
  router.reload({
    ...options,
    onCancelToken: (token) => (cancel = () => token.cancel()),
    onFinish: (visit) => {
      stop();
      return options.onFinish?.(visit);
    },
  });
}
