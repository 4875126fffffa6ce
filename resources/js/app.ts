import '../css/app.css';
import { createInertiaApp, router } from '@inertiajs/vue3';
import { createApp, h, type DefineComponent } from 'vue';
import { beside } from '@/lib/beside';
import { keepConnectionTrouble } from '@/lib/connection';
import { keepTurns } from '@/lib/inTurn';
import { pages } from '@/lib/pages';
import { ownZone } from '@/lib/time';

// Sentences that the server writes show times on the reader's clock, as the screens do.
document.cookie = `zone=${ownZone}; path=/; max-age=31536000; samesite=lax`;

/** By which the browser knows our styles, as it was told with the page. */
const nonce = document.querySelector<HTMLScriptElement>('script[nonce]')?.nonce;

router.on('before', ({ detail: { visit } }) => beside(visit));
keepTurns();

void createInertiaApp({
  ...(nonce ? { nonce } : {}),
  title: (title) => (title ? `${title} · Skarvo` : 'Skarvo'),
  progress: { delay: 200, color: 'var(--calm)', showSpinner: false },
  resolve: async (name) => {
    const load = pages[name];
    if (!load) throw new Error(`There is no page ${name}.`);
    return (await load()).default as DefineComponent;
  },
  setup({ el, App, props, plugin }) {
    keepConnectionTrouble();
    createApp({ render: () => h(App, props) })
      .use(plugin)
      .mount(el);
  },
});
