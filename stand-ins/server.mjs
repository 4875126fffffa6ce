/**
 * The outside world in small: monitors that speak, pockets that ring, a mailbox. It talks to Skarvo over HTTP alone.
 *
 * Environment: STAND_INS_PORT, SKARVO_URL, SKARVO_STAND_INS_TOKEN (signals:write, reports:write, estate:write, people:read, deliveries:write, talk:write, deployments:write),
 * SKARVO_GATEWAY_SECRET (what is posted here has to be signed with it),
 * STAND_INS_SCENE (a scene that starts by itself), STAND_INS_WAIT (seconds until then).
 */
import { createServer } from 'node:http';
import { readFileSync } from 'node:fs';
import { instant } from './clock.mjs';
import { createNetwork } from './devices.mjs';
import { createFollowers } from './followers.mjs';
import { createChat, letterOf } from './letters.mjs';
import { createPipeline } from './pipeline.mjs';
import { scans } from './scanner.mjs';
import { scenes } from './scenes.mjs';
import { createTalk } from './talk.mjs';
import { translate } from './translator.mjs';
import { isSigned } from './signature.mjs';

const port = Number(process.env.STAND_INS_PORT ?? 8081);
const skarvo = process.env.SKARVO_URL ?? 'http://127.0.0.1:8080';
const token = process.env.SKARVO_STAND_INS_TOKEN ?? '';
const secret = process.env.SKARVO_GATEWAY_SECRET ?? '';
const file = (name) => readFileSync(new URL(`./${name}`, import.meta.url));
const [pageHtml, pocketsHtml, lettersHtml, talkHtml, style] = ['page.html', 'pockets.html', 'letters.html', 'talk.html', 'style.css'].map(file);
const mark = readFileSync(new URL('../public/mark.svg', import.meta.url));

/** Everything that arrived here or was sent from here, newest last. */
const world = { pages: [], mails: [], signals: [], reports: [], running: [], scans: [], letters: [] };
const MOST_KEPT = 500;
const keep = (list, one) => {
  list.push(one);
  if (list.length > MOST_KEPT) list.shift();
  return one;
};

const post = async (path, body, type = 'application/json') => {
  const answer = await fetch(`${skarvo}${path}`, {
    method: 'POST',
    headers: { Authorization: `Bearer ${token}`, 'Content-Type': type, Accept: 'application/json' },
    body: typeof body === 'string' ? body : JSON.stringify(body),
    signal: AbortSignal.timeout(5000),
  });
  return { status: answer.status, body: await answer.json().catch(() => null) };
};

let nextId = Date.now();
/** A monitor speaks; it keeps what it could not deliver and tries again, as monitors do. */
const speak = async (signal, attempt = 1) => {
  const known = signal.id ? signal : { id: `harbour-watch-${nextId++}`, at: instant(), source: 'harbour-watch', ...signal };
  try {
    const answer = await post('/api/v1/signals', known);
    keep(world.signals, { ...known, answered: answer.status, error: answer.status === 202 ? null : (answer.body?.refused?.[0]?.error?.message ?? answer.body?.detail ?? null) });
    return answer;
  } catch (error) {
    if (attempt < 60) setTimeout(() => void speak(known, attempt + 1), 1000);
    return { status: 0, body: { detail: `Skarvo does not answer: ${error.message}` } };
  }
};
const tell = async (report) => {
  try {
    const answer = await post('/api/v1/reports', report);
    keep(world.reports, { ...report, answered: answer.status, follow: answer.body?.follow ?? null });
  } catch (error) {
    keep(world.reports, { ...report, answered: 0, follow: null, error: error.message });
  }
};

/** The scanner looks, and sends what it found. */
const scan = async (name, at = instant()) => {
  const found = scans[name];
  if (!found) return null;
  const body = { id: `quay-sweep-${nextId++}`, scanner: 'quay-sweep', at, items: found.items, connections: found.connections };
  try {
    const answer = await post('/api/v1/snapshots', body);
    return keep(world.scans, { name, at: body.at, answered: answer.status, state: answer.body?.state ?? answer.body?.detail ?? null, counts: answer.body?.counts ?? null });
  } catch (error) {
    return keep(world.scans, { name, at: body.at, answered: 0, state: error.message, counts: null });
  }
};

const signalOf = ({ item, check, level, summary, value, unit, clear }) =>
  JSON.parse(JSON.stringify({ item, check, level, condition: clear ? 'clear' : 'firing', summary, value, unit }));

const end = (name) => {
  for (const run of world.running.filter((one) => one.name === name)) {
    run.timers.forEach((timer) => { clearTimeout(timer); clearInterval(timer); });
    world.running.splice(world.running.indexOf(run), 1);
  }
};
const start = (name) => {
  const scene = scenes[name];
  if (!scene) return false;
  end(name);
  if (scene.ends) end(scene.ends);
  const run = { name, title: scene.title, timers: [] };
  world.running.push(run);
  for (const step of scene.steps) {
    run.timers.push(setTimeout(() => void (step.deliver ? pipeline.deliver(step.deliver, step.minutesAgo) : step.report ? tell(step.report) : speak(signalOf(step))), step.at * 1000));
  }
  const last = Math.max(...scene.steps.map((step) => step.at));
  if (scene.repeat) {
    // A monitor says again and again what is still so.
    const lasting = new Map(scene.steps.filter((step) => step.item).map((step) => [`${step.item} ${step.check}`, step]));
    run.timers.push(setTimeout(() => {
      run.timers.push(setInterval(() => { for (const step of lasting.values()) if (!step.clear) void speak(signalOf(step)); }, scene.repeat * 1000));
    }, last * 1000));
  } else {
    run.timers.push(setTimeout(() => end(name), (last + 1) * 1000));
  }
  return true;
};

const network = createNetwork({ post, keep });
const chat = createChat({ hand: (said) => post('/api/v1/chat', said), keep });
const followers = createFollowers({ post, keep });
const pipeline = createPipeline({ post, keep });
const talk = createTalk({ post, keep, people: () => network.state().people });
const write = async (letter) => {
  const answer = await post('/api/v1/mails', letterOf(letter), 'message/rfc822');
  keep(world.letters, { ...letter, answered: answer.status, ref: answer.body?.ref ?? null });
  return [200, { answered: answer.status, ref: answer.body?.ref ?? null }];
};

/** A mailbox takes a message; the same key again is the same message. */
const receive = (list, key, message) => {
  const known = key && list.find((one) => one.key === key);
  if (known) {
    known.repeats++;
    return;
  }
  keep(list, { ...message, key, at: instant(), repeats: 0 });
};

const text = (request) =>
  new Promise((resolve, reject) => {
    let text = '';
    request.setEncoding('utf8');
    request.on('data', (part) => (text += part));
    request.on('end', () => resolve(text));
    request.on('error', reject);
  });
const read = async (request) => {
  const body = await text(request);
  return body === '' ? {} : JSON.parse(body);
};
/** What is posted to a gateway, if it is Skarvo's. */
const taken = async (request, take) => {
  const body = await text(request);
  const url = `http://${request.headers.host}${request.url}`;
  return isSigned({ method: request.method, url, headers: request.headers }, body, secret)
    ? take(JSON.parse(body))
    : [401, { error: 'This was not signed by Skarvo.' }];
};
const state = () => ({
  skarvo, ...network.state(), ...talk.state(), ...followers.state(), ...pipeline.state(), mails: world.mails, letters: world.letters, chats: chat.threads, reports: world.reports, scans: world.scans.slice(-10), looks: Object.entries(scans).filter(([name]) => name !== 'before').map(([name, { title }]) => ({ name, title })), signals: world.signals.slice(-60),
  running: world.running.map(({ name, title }) => ({ name, title })), scenes: Object.entries(scenes).map(([name, { title }]) => ({ name, title })),
});

const routes = {
  'GET /': (_, response) => response.writeHead(200, { 'Content-Type': 'text/html; charset=utf-8' }).end(pageHtml),
  'GET /mark.svg': (_, response) => response.writeHead(200, { 'Content-Type': 'image/svg+xml' }).end(mark),
  'GET /state': () => [200, state()],
  'GET /pockets': (_, response) => response.writeHead(200, { 'Content-Type': 'text/html; charset=utf-8' }).end(pocketsHtml),
  'GET /letters': (_, response) => response.writeHead(200, { 'Content-Type': 'text/html; charset=utf-8' }).end(lettersHtml),
  'GET /talk': (_, response) => response.writeHead(200, { 'Content-Type': 'text/html; charset=utf-8' }).end(talkHtml),
  'GET /style.css': (_, response) => response.writeHead(200, { 'Content-Type': 'text/css' }).end(style),
  'GET /pages': (request) => network.works(new URL(request.url, 'http://x').searchParams.get('channel')),
  'POST /pages': (request) => taken(request, (page) => network.take(page, request.headers['idempotency-key'])),
  'POST /mails': (request) =>
    taken(request, (message) => {
      if (network.refusesAll()) return [500, { error: 'The mailbox is closed.' }];
      receive(world.mails, request.headers['idempotency-key'], message);
      return [200, { ok: true }];
    }),
  'POST /texts': (request) => taken(request, (message) => followers.takeText(message, request.headers['idempotency-key'])),
  'POST /partner': async (request) => followers.takeWebhook(request.headers, await text(request)),
  'POST /followers': async (request) => followers.set(await read(request)),
  'POST /chat': (request) => taken(request, (said) => (network.refusesAll() ? [500, { error: 'The chat is closed.' }] : chat.take(said, request.headers['idempotency-key']))),
  'POST /conversations': (request) => taken(request, (said) => (network.refusesAll() ? [500, { error: 'The chat is closed.' }] : talk.takeTalk(said, request.headers['idempotency-key']))),
  'POST /bridges': (request) => taken(request, (asked) => (network.refusesAll() ? [500, { error: 'The exchange is closed.' }] : talk.takeBridge(asked, request.headers['idempotency-key']))),
  'POST /say-in': async (request) => talk.sayIn(await read(request)),
  'POST /phone': async (request) => talk.phone(await read(request)),
  'POST /translate': (request) => taken(request, (asked) => (network.refusesAll() ? [500, { error: 'The translator is closed.' }] : [200, translate(asked)])),
  'POST /write': async (request) => write(await read(request)),
  'POST /say': async (request) => chat.say(await read(request)),
  'POST /answer': async (request) => network.answer(await read(request)),
  'POST /let-ring': async (request) => network.letRing(await read(request)),
  'POST /switch': async (request) => network.switch(await read(request)),
  'POST /delivery': async (request) => network.set(await read(request)),
  'POST /speak': async (request) => [200, await speak(signalOf(await read(request)))],
  'POST /scene': async (request) => { const { name } = await read(request); return start(name) ? [200, state()] : [404, { error: `There is no scene ${name}.` }]; },
  'POST /scan': async (request) => { const { name } = await read(request); const answer = await scan(name); return answer ? [200, answer] : [404, { error: `There is no scan ${name}.` }]; },
  'POST /deliver': async (request) => { const { name, minutesAgo } = await read(request); const answer = await pipeline.deliver(name, minutesAgo); return answer ? [200, answer] : [404, { error: `There is nothing called ${name} to deliver.` }]; },
  'POST /end': async (request) => { end((await read(request)).name); return [200, state()]; },
};

const server = createServer(async (request, response) => {
  const route = routes[`${request.method} ${new URL(request.url, 'http://x').pathname}`];
  try {
    const answer = route ? await route(request, response) : [404, { error: 'There is nothing here.' }];
    if (Array.isArray(answer)) response.writeHead(answer[0], { 'Content-Type': 'application/json' }).end(JSON.stringify(answer[1]));
  } catch (error) {
    response.writeHead(400, { 'Content-Type': 'application/json' }).end(JSON.stringify({ error: error.message }));
  }
});
// A client that asks again just as an idle connection is closed would be told of a fault that is none.
server.keepAliveTimeout = 65_000;
server.listen(port, process.env.STAND_INS_HOST ?? '127.0.0.1');
for (const signal of ['SIGTERM', 'SIGINT']) process.on(signal, () => process.exit(0));
// Whose devices there are, Skarvo tells; it may not be up yet, and people come and go.
const learn = async () => {
  const answer = await fetch(`${skarvo}/api/v1/people`, { headers: { Authorization: `Bearer ${token}`, Accept: 'application/json' }, signal: AbortSignal.timeout(5000) }).catch(() => null);
  const people = answer?.ok ? ((await answer.json().catch(() => null))?.people ?? null) : null;
  if (people) network.know(people);
  setTimeout(() => void learn(), people ? 30_000 : 2_000).unref();
};
if (token) void learn();
if (process.env.STAND_INS_SCENE) {
  setTimeout(() => start(process.env.STAND_INS_SCENE), Number(process.env.STAND_INS_WAIT ?? 8) * 1000);
  // The scanner looked yesterday, and looks again.
  setTimeout(async () => { await scan('before', instant(26 * 3600_000)); await scan('now'); }, 3000);
}
