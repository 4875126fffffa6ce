import { onBeforeUnmount, onMounted, watch } from 'vue';
import { LIVE } from '@/lib/beside';
import { lostSince, noteBack, noteLost } from '@/lib/connection';
import { touches } from '@/lib/follows';
import { Follower, Freshness, type News } from '@/lib/freshness';
import { readAnew } from '@/lib/readAnew';
import { useShared } from '@/lib/shared';

interface Word extends News {
  /** How many of Skarvo's own processes have stopped: those write no journal. */
  stopped: number;
}

const SEEN_MS = 1000;
const HIDDEN_MS = 10_000;
const SOON_MS = 150;
const LOST_MS = 2000;

/** What a page shows of the journal: by the beginning of an entry's kind, the props that change with it; see `touches`. */
export type Follows = Record<string, string[]>;

/** What any change may touch: what stands around every page, and how far the journal was when it was read. */
export const ALWAYS = ['clocks', 'laterClocks', 'band', 'trouble', 'framed'];

const channel = 'BroadcastChannel' in window ? new BroadcastChannel('skarvo-live') : null;

/** Lets the next look at the journal come soon: after something was done here. */
let hurry: () => void = () => undefined;

/** How many deeds of this page are on their way: their answers bring what the journal would have told. */
let acting = 0;
export function act(): () => void {
  acting++;
  return () => {
    acting--;
    hurry();
  };
}

/**
 * Keeps a page up to date with the journal, without a reload.
 *
 * One open screen of a browser asks the server and tells the others. A change reloads only the props that it touches,
 * and not while the pointer is moving, so that nothing goes away from under it.
 */
export function useLive(follows: () => Follows, incident?: () => number): void {
  const shared = useShared();
  let stopped = false;
  let timer = 0;
  let leads = false;
  let letGo: () => void = () => undefined;
  let pointerMoved = 0;

  const props = (): string[] => [...new Set([...Object.values(follows()).flat(), ...ALWAYS])];
  const freshness = new Freshness(
    props,
    ([kind, of], prop) =>
      ALWAYS.includes(prop) ||
      ((incident === undefined || of === null || of === incident()) && touches(follows(), kind, prop)),
  );
  // At once with each answer: one that is overtaken within the same tick must not be passed over.
  watch(
    () => shared.value.live,
    // Null while a page for everybody takes this one's place.
    (live) => live && freshness.take({ ...live, along: { props: ALWAYS, head: shared.value.framed ?? null } }),
    { immediate: true, flush: 'sync' },
  );

  const read = (only: string[], over: (arrived: boolean) => void): void => {
    // Nor beside a deed: one that sets a password would find this signed in with the one before.
    const wait = acting > 0 ? SOON_MS : pointerMoved + 350 - performance.now();
    if (wait > 0) {
      window.setTimeout(() => read(only, over), wait);
      return;
    }
    if (stopped) return;
    let arrived = false;
    readAnew({
      only: [...only, 'now'],
      headers: LIVE,
      onSuccess: () => (arrived = true),
      onFinish: () => {
        over(arrived);
        hurry();
      },
    });
  };
  const follower = new Follower(freshness, props, read);

  const take = (word: Word, force = false): void => {
    // It is heard of again by the next look.
    if (acting > 0 && !force) return;
    const sawStopped = shared.value.trouble?.filter((one) => one.kind === 'stopped').length;
    // What stands around the page may have been lost on its way, and then stands nowhere.
    follower.hear(word, word.stopped === sawStopped ? [] : ALWAYS, force);
  };

  const ask = async (): Promise<void> => {
    window.clearTimeout(timer);
    if (stopped || !leads) return;
    const after = freshness.after();
    let next = document.hidden ? HIDDEN_MS : SEEN_MS;
    try {
      const answer = await fetch(`/live.php?key=${shared.value.live.key}&after=${after}`, { cache: 'no-store' });
      if (!answer.ok) throw new Error(String(answer.status));
      const word = { after, ...((await answer.json()) as Omit<Word, 'after'>) };
      const wasLost = lostSince.value !== null;
      noteBack();
      channel?.postMessage(word);
      take(word, wasLost);
    } catch {
      noteLost();
      channel?.postMessage(null);
      next = LOST_MS;
    }
    timer = window.setTimeout(() => void ask(), next);
  };

  const hear = (event: MessageEvent<Word | null>): void => {
    if (event.data === null) {
      noteLost();
      return;
    }
    const wasLost = lostSince.value !== null;
    noteBack();
    take(event.data, wasLost);
  };

  const moved = (): void => {
    pointerMoved = performance.now();
  };
  const visible = (): void => {
    if (!document.hidden) void ask();
  };

  onMounted(() => {
    window.addEventListener('pointermove', moved, { passive: true });
    document.addEventListener('visibilitychange', visible);
    window.addEventListener('online', visible);
    channel?.addEventListener('message', hear);
    hurry = () => {
      window.clearTimeout(timer);
      timer = window.setTimeout(() => void ask(), SOON_MS);
    };
    const lead = (): void => {
      leads = true;
      timer = window.setTimeout(() => void ask(), SEEN_MS);
    };
    if ('locks' in navigator) {
      void navigator.locks.request('skarvo-live', () => {
        if (stopped) return Promise.resolve();
        lead();
        return new Promise<void>((release) => (letGo = release));
      });
    } else lead();
  });
  onBeforeUnmount(() => {
    stopped = true;
    letGo();
    window.clearTimeout(timer);
    window.removeEventListener('pointermove', moved);
    document.removeEventListener('visibilitychange', visible);
    window.removeEventListener('online', visible);
    channel?.removeEventListener('message', hear);
  });
}
