import '../css/app.css';
import { createInertiaApp, router } from '@inertiajs/vue3';
import { createApp, h, type DefineComponent } from 'vue';
import { keepConnectionTrouble } from '@/lib/connection';
import { LIVE } from '@/lib/live';
import { pages } from '@/lib/pages';
import { ownZone } from '@/lib/time';

// Sentences that the server writes show times on the reader's clock, as the screens do.
document.cookie = `zone=${ownZone}; path=/; max-age=31536000; samesite=lax`;

/** By which the browser knows our styles, as it was told with the page. */
const nonce = document.querySelector<HTMLScriptElement>('script[nonce]')?.nonce;

// What comes beside a page, as what it reads once it stands, takes no message that a deed has left for its own answer.
router.on('before', ({ detail: { visit } }) => {
  if (visit.method === 'get' && visit.async && visit.only.length > 0) Object.assign(visit.headers, LIVE);
});

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
