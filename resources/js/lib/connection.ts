import { presently } from './time';
import { router } from '@inertiajs/vue3';
import { ref } from 'vue';

/** Whether the server could not be reached lately, and since when (milliseconds since the epoch). */
export const lostSince = ref<number | null>(null);

export function noteLost(): void {
  lostSince.value ??= presently();
}

export function noteBack(): void {
  lostSince.value = null;
}

/** Of a visit: tells that no answer of Skarvo's came, be it that the line is gone or that something before it answered. */
export function whenLost(tell: () => void): {
  onNetworkError: () => void;
  onHttpException: (response: { status: number }) => void;
} {
  return {
    onNetworkError: tell,
    onHttpException: ({ status }) => {
      if (status >= 500) tell();
    },
  };
}

/** A request that finds no server must leave the screen, and what was typed on it, as it is. */
export function keepConnectionTrouble(): void {
  router.on('networkError', (event) => {
    event.preventDefault();
    noteLost();
  });
  router.on('httpException', (event) => {
    // A proxy's or a restarting server's answer is no page of ours; the screen stays, and is tried again.
    if (event.detail.response.status >= 500) {
      event.preventDefault();
      noteLost();
    }
  });
  window.addEventListener('offline', noteLost);
}
