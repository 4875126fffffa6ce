import '../css/app.css';
import { createInertiaApp } from '@inertiajs/vue3';
import { createApp, h, type DefineComponent } from 'vue';
import { keepConnectionTrouble } from '@/lib/connection';
import { ownZone } from '@/lib/time';

// Sentences that the server writes show times on the reader's clock, as the screens do.
document.cookie = `zone=${ownZone}; path=/; max-age=31536000; samesite=lax`;

const pages = import.meta.glob<{ default: DefineComponent }>(['./pages/**/*.vue', '!./pages/*/room/*.vue']);

/** By which the browser knows our styles, as it was told with the page. */
const nonce = document.querySelector<HTMLScriptElement>('script[nonce]')?.nonce;

void createInertiaApp({
  ...(nonce ? { nonce } : {}),
  title: (title) => (title ? `${title} · Skarvo` : 'Skarvo'),
  progress: { delay: 200, color: 'var(--calm)', showSpinner: false },
  resolve: async (name) => {
    const load = pages[`./pages/${name}.vue`];
    if (!load) throw new Error(`There is no page ${name}.`);
    return (await load()).default;
  },
  setup({ el, App, props, plugin }) {
    keepConnectionTrouble();
    createApp({ render: () => h(App, props) })
      .use(plugin)
      .mount(el);
  },
});
