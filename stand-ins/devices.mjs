/**
 * The devices in people's pockets, and the networks that reach them.
 *
 * A message is taken, and what becomes of it is told afterwards, as with real ones: it arrived, it came back, it was
 * answered. Each network can be slow, refuse, hang, or say yes and deliver nothing; each device can be switched off.
 */
import { instant } from './clock.mjs';

const CHANNELS = ['push', 'text', 'voice', 'mail', 'chat'];
const WAYS = ['ok', 'refuse', 'hang', 'silent'];
/** A phone rings so long, then the call is over. */
const RINGS_MS = 30_000;
const TELL_ATTEMPTS = 60;

export function createNetwork({ post, keep }) {
  const pages = [];
  const networks = Object.fromEntries(CHANNELS.map((channel) => [channel, { is: 'ok', delay: 0 }]));
  const off = new Set();
  let people = [];

  /** A gateway keeps what it could not tell, and tells it later. */
  const tell = async (event, attempt = 1) => {
    const again = () => (attempt < TELL_ATTEMPTS ? setTimeout(() => void tell(event, attempt + 1), 1000).unref() : null);
    try {
      const answer = await post('/api/v1/deliveries', event);
      if (answer.status >= 500) again();
      return answer;
    } catch {
      again();
      return null;
    }
  };
  const arrive = (page) => {
    page.state = page.channel === 'voice' ? 'rings' : 'arrived';
    page.arrivedAt = instant();
    if (page.channel === 'voice') setTimeout(() => { if (page.state === 'rings') page.state = 'rang out'; }, RINGS_MS).unref();
    void tell({ key: page.key, event: 'delivered' });
  };
  const reach = (page) => {
    if (networks[page.channel]?.is === 'silent') return;
    if (!off.has(page.person) || page.channel === 'mail') return arrive(page);
    // A call to a phone that is off comes back; a text waits for it; the rest is lost without a word.
    page.state = 'the device is off';
    if (page.channel === 'voice') void tell({ key: page.key, event: 'failed', why: 'the phone is switched off' });
  };
  const state = () => ({ delivery: networks.push.is, networks, people: people.map((one) => ({ ...one, on: !off.has(one.name) })), pages });

  return {
    state,
    know: (list) => { people = list; },
    refusesAll: () => CHANNELS.every((channel) => networks[channel].is === 'refuse'),
    works: (channel) => networks[channel]?.is === 'ok' ? [200, { ok: true }] : [503, { error: 'The device network is down.' }],
    take: (message, key) => {
      const network = networks[message.channel] ?? networks.push;
      if (network.is === 'hang') return new Promise(() => undefined);
      if (network.is === 'refuse') return [500, { error: 'The device network is down.' }];
      const known = key && pages.find((page) => page.key === key);
      if (known) {
        known.repeats++;
        return [200, { ok: true, confirms: true }];
      }
      const page = keep(pages, { ...message, key, at: instant(), repeats: 0, state: 'on its way', said: [] });
      setTimeout(() => reach(page), network.delay).unref();
      return [200, { ok: true, confirms: true }];
    },
    answer: async ({ key, text, digit }) => {
      const page = pages.find((one) => one.key === key);
      if (!page) return [404, { error: 'No device has this message.' }];
      page.said.push({ by: page.person, text: digit ? `key ${digit}` : text });
      const answer = await tell({ key, event: 'answered', ...(digit ? { digit } : { text }) });
      const say = answer?.body?.say ?? answer?.body?.detail ?? 'Skarvo does not answer; it is told again.';
      page.said.push({ by: 'Skarvo', text: say });
      if (answer?.body?.understood && page.state === 'rings') page.state = 'answered';
      return [200, { say }];
    },
    letRing: ({ key }) => {
      const page = pages.find((one) => one.key === key);
      if (page) page.state = 'let ring';
      return [200, state()];
    },
    switch: ({ person, on }) => {
      if (on) {
        off.delete(person);
        for (const page of pages) if (page.person === person && page.channel === 'text' && page.state === 'the device is off') arrive(page);
      } else off.add(person);
      return [200, state()];
    },
    set: ({ is, channel, delay }) => {
      const which = channel === undefined ? CHANNELS : [channel];
      if (!which.every((one) => CHANNELS.includes(one)) || (is !== undefined && !WAYS.includes(is)) || (delay !== undefined && !(delay >= 0 && delay <= 120_000))) {
        return [422, { error: `A network is one of ${CHANNELS.join(', ')}; it is one of ${WAYS.join(', ')}; its delay is 0 to 120000 ms.` }];
      }
      for (const one of which) networks[one] = { is: is ?? networks[one].is, delay: delay ?? networks[one].delay };
      return [200, state()];
    },
  };
}
