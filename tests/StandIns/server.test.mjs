/** The stand-ins, as a process, against a Skarvo that is only a list of what was posted to it. */
import assert from 'node:assert/strict';
import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { createServer } from 'node:http';
import { after, before, test } from 'node:test';
import { deliveries } from '../../stand-ins/pipeline.mjs';
import { scenes } from '../../stand-ins/scenes.mjs';

const posted = [];
const told = [];
const toldOf = (key) => told.filter((one) => one.key === key);
let refusing = 0;
const skarvo = createServer((request, response) => {
  let text = '';
  request.on('data', (part) => (text += part));
  request.on('end', () => {
    if (refusing > 0) {
      refusing--;
      request.socket.destroy();
      return;
    }
    if (request.method === 'GET') {
      response
        .writeHead(200, { 'Content-Type': 'application/json' })
        .end(JSON.stringify({ people: [{ id: 'noor-lind', name: 'Noor Lind', team: 'Lanes', contacts: [] }] }));
      return;
    }
    const body = request.headers['content-type'] === 'message/rfc822' ? text : JSON.parse(text);
    if (request.url === '/api/v1/deliveries') {
      told.push(body);
      response
        .writeHead(200, { 'Content-Type': 'application/json' })
        .end(JSON.stringify({ understood: true, say: 'Thank you.' }));
      return;
    }
    posted.push({ path: request.url, token: request.headers.authorization, body });
    response.setHeader('Content-Type', 'application/json');
    if (['/api/v1/reports', '/api/v1/mails', '/api/v1/chat'].includes(request.url))
      response.writeHead(201).end(JSON.stringify({ ref: 'RE-0001', follow: 'http://skarvo.test/report/x' }));
    else if (request.url === '/api/v1/snapshots')
      response.writeHead(202).end(JSON.stringify({ state: 'taken', counts: { new: 1 } }));
    else if (body.level === 'loud')
      response
        .writeHead(422)
        .end(JSON.stringify({ detail: 'No.', refused: [{ index: 0, error: { message: 'There is no such level.' } }] }));
    else response.writeHead(202).end(JSON.stringify({ accepted: 1, repeated: 0, refused: [] }));
  });
});
let standIns;
let base;
const post = async (path, body, headers = {}) => {
  const answer = await fetch(base + path, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json', ...headers },
    body: JSON.stringify(body),
  });
  return { status: answer.status, body: await answer.json() };
};
const state = async () => (await fetch(`${base}/state`)).json();
const until = async (check) => {
  for (let n = 0; n < 200; n++) {
    if (await check()) return;
    await new Promise((resolve) => setTimeout(resolve, 25));
  }
  assert.fail('It did not come about in five seconds.');
};

before(async () => {
  skarvo.listen(0, '127.0.0.1');
  await once(skarvo, 'listening');
  const port = 20_000 + Math.floor(Math.random() * 9000);
  base = `http://127.0.0.1:${port}`;
  standIns = spawn(process.execPath, [new URL('../../stand-ins/server.mjs', import.meta.url).pathname], {
    env: {
      ...process.env,
      STAND_INS_PORT: String(port),
      STAND_INS_SCENE: '',
      SKARVO_URL: `http://127.0.0.1:${skarvo.address().port}`,
      SKARVO_STAND_INS_TOKEN: 'secret',
    },
    stdio: 'inherit',
  });
  await until(() =>
    state().then(
      () => true,
      () => false,
    ),
  );
});
after(() => {
  standIns.kill();
  skarvo.close();
  skarvo.closeAllConnections();
});

test('a monitor speaks with its token, an id of its own and the time', async () => {
  const answer = await post('/speak', { item: 'clk-2', check: 'signal', level: 'error', summary: 'Lost' });
  assert.equal(answer.body.status, 202);
  const said = posted.at(-1);
  assert.deepEqual([said.path, said.token], ['/api/v1/signals', 'Bearer secret']);
  assert.deepEqual([said.body.source, said.body.item, said.body.condition], ['harbour-watch', 'clk-2', 'firing']);
  assert.ok(said.body.id && Date.parse(said.body.at));
  await post('/speak', { item: 'clk-2', check: 'signal', level: 'error', clear: true });
  assert.equal(posted.at(-1).body.condition, 'clear');
  assert.notEqual(posted.at(-1).body.id, said.body.id);
});

test('a refusal is shown with its reason', async () => {
  await post('/speak', { item: 'clk-2', check: 'signal', level: 'loud' });
  const last = (await state()).signals.at(-1);
  assert.deepEqual([last.answered, last.error], [422, 'There is no such level.']);
});

test('what finds no Skarvo is said again under the same id', async () => {
  const before = posted.length;
  refusing = 1;
  const answer = await post('/speak', { item: 'mw-ask', check: 'link', level: 'warning' });
  assert.equal(answer.body.status, 0);
  await until(() => posted.length === before + 1);
  assert.equal(posted.at(-1).body.item, 'mw-ask');
});

test('a device takes a message that comes again under its key as the same one', async () => {
  const page = { channel: 'push', to: 'phone', person: 'Noor Lind', text: 'IN-0412', link: 'http://skarvo.test/p/1' };
  for (let n = 0; n < 3; n++) await post('/pages', page, { 'Idempotency-Key': 'page-1' });
  await post('/pages', page, { 'Idempotency-Key': 'page-2' });
  const { pages } = await state();
  assert.deepEqual(
    pages.map((one) => [one.key, one.repeats]),
    [
      ['page-1', 2],
      ['page-2', 0],
    ],
  );
});

test('the device network can refuse and hang, and be mended', async () => {
  assert.equal((await post('/delivery', { is: 'sideways' })).status, 422);
  await post('/delivery', { is: 'refuse' });
  assert.equal((await post('/pages', {}, { 'Idempotency-Key': 'page-3' })).status, 500);
  assert.equal((await post('/mails', {}, { 'Idempotency-Key': 'mail-1' })).status, 500);
  await post('/delivery', { is: 'hang' });
  await assert.rejects(fetch(`${base}/pages`, { method: 'POST', body: '{}', signal: AbortSignal.timeout(200) }));
  await post('/delivery', { is: 'ok' });
  assert.equal(
    (await post('/mails', { to: 'a@mail.example', subject: 's', text: 't' }, { 'Idempotency-Key': 'mail-1' })).status,
    200,
  );
  assert.deepEqual(
    (await state()).mails.map((mail) => mail.to),
    ['a@mail.example'],
  );
});

test('what became of a message is told: it arrived, it was answered, it came back', async () => {
  const page = {
    channel: 'voice',
    to: '+47',
    person: 'Noor Lind',
    text: 'IN-0412',
    link: 'http://skarvo.test/p/1',
    answers: { 1: 'yes' },
  };
  assert.deepEqual((await post('/pages', page, { 'Idempotency-Key': 'call-1' })).body, { ok: true, confirms: true });
  await until(() => toldOf('call-1').length === 1);
  assert.equal((await state()).pages.at(-1).state, 'rings');
  assert.equal((await post('/answer', { key: 'call-1', digit: '1' })).body.say, 'Thank you.');
  assert.deepEqual(toldOf('call-1'), [
    { key: 'call-1', event: 'delivered' },
    { key: 'call-1', event: 'answered', digit: '1' },
  ]);
  assert.equal((await state()).pages.at(-1).state, 'answered');

  await post('/switch', { person: 'Noor Lind', on: false });
  await post('/pages', page, { 'Idempotency-Key': 'call-2' });
  await until(() => toldOf('call-2').length === 1);
  assert.equal(toldOf('call-2')[0].event, 'failed');
  await post('/pages', { ...page, channel: 'text' }, { 'Idempotency-Key': 'text-1' });
  await post('/switch', { person: 'Noor Lind', on: true });
  await until(() => toldOf('text-1').length === 1);
  assert.equal(toldOf('text-1')[0].event, 'delivered', 'A text waits for the phone.');
  await post('/let-ring', { key: 'call-2' });
  assert.equal((await state()).pages.find((one) => one.key === 'call-2').state, 'let ring');
  assert.equal((await post('/answer', { key: 'nothing', text: 'yes' })).status, 404);
});

test('one network says yes and delivers nothing, another is slow, the rest work', async () => {
  await post('/delivery', { channel: 'text', is: 'silent' });
  await post('/delivery', { channel: 'chat', delay: 300 });
  assert.equal((await post('/delivery', { channel: 'pigeon', is: 'ok' })).status, 422);
  assert.equal((await post('/delivery', { channel: 'chat', delay: -1 })).status, 422);
  for (const channel of ['text', 'chat', 'push'])
    assert.equal(
      (await post('/pages', { channel, person: 'Mika', text: 't' }, { 'Idempotency-Key': `net-${channel}` })).status,
      200,
    );
  await until(() => toldOf('net-push').length === 1);
  assert.equal(toldOf('net-chat').length, 0);
  await until(() => toldOf('net-chat').length === 1);
  assert.equal(toldOf('net-text').length, 0);
  await post('/delivery', { is: 'ok', delay: 0 });
});

test('it knows whose devices there are', async () => {
  await until(async () => (await state()).people.length === 1);
  assert.deepEqual((await state()).people[0], {
    id: 'noor-lind',
    name: 'Noor Lind',
    team: 'Lanes',
    contacts: [],
    on: true,
  });
  assert.equal((await fetch(`${base}/pockets`)).status, 200);
  assert.match(await (await fetch(`${base}/style.css`)).text(), /pocket/);
});

test('nonsense is answered, and harms nothing', async () => {
  const answer = await fetch(`${base}/pages`, { method: 'POST', body: '{"half":' });
  assert.equal(answer.status, 400);
  assert.equal((await fetch(`${base}/nowhere`)).status, 404);
  assert.equal((await post('/scene', { name: 'unknown' })).status, 404);
  assert.match(await (await fetch(base)).text(), /Stand-ins/);
});

test('a scene plays its steps in time, and can be ended', async () => {
  const before = posted.length;
  const playing = await post('/scene', { name: 'fog' });
  assert.deepEqual(playing.body.running, [{ name: 'fog', title: scenes.fog.title }]);
  await until(() => posted.slice(before).some((one) => one.body.item === 'mw-skjell'));
  const ended = await post('/end', { name: 'fog' });
  assert.deepEqual(ended.body.running, []);
});

test('the pipeline tells what it brought out, and when that was', async () => {
  const answer = await post('/deliver', { name: 'clock-firmware', minutesAgo: 6 });
  assert.equal(answer.status, 200);
  const { path, body } = posted.at(-1);
  assert.equal(path, '/api/v1/deployments');
  assert.equal(body.context.type, 'dev.cdevents.service.deployed.0.1.1');
  assert.equal(body.subject.content.artifactId, 'pkg:generic/time-server-firmware@2.9.0');
  const minutes = (Date.now() - Date.parse(body.context.timestamp)) / 60_000;
  assert.ok(minutes > 5.9 && minutes < 6.5, `${minutes}`);
  assert.equal((await post('/deliver', { name: 'nothing' })).status, 404);
  assert.equal((await state()).delivered.at(-1).title, deliveries['clock-firmware'].title);
});

test('every scene names checks and levels, and what a scene breaks its counterpart mends', () => {
  for (const [name, scene] of Object.entries(scenes)) {
    assert.ok(scene.title, name);
    for (const step of scene.steps) {
      assert.ok(step.at >= 0, name);
      if (step.deliver) assert.ok(deliveries[step.deliver], step.deliver);
      else if (step.report) assert.ok(step.report.service && step.report.what, name);
      else assert.ok(step.item && step.check && ['info', 'warning', 'error', 'critical'].includes(step.level), name);
    }
  }
  const broken = new Set(
    scenes['time-server'].steps.filter((step) => step.item && !step.clear).map((step) => `${step.item} ${step.check}`),
  );
  const mended = new Set(scenes['time-server-mended'].steps.map((step) => `${step.item} ${step.check}`));
  assert.deepEqual(mended, broken);
});

test('the scanner sends what it finds, each snapshot under an id of its own', async () => {
  const before = posted.length;
  assert.equal((await post('/scan', { name: 'now' })).body.state, 'taken');
  assert.equal((await post('/scan', { name: 'half' })).status, 200);
  assert.equal((await post('/scan', { name: 'nothing' })).status, 404);
  const [first, second] = posted.slice(before).map((one) => one.body);
  assert.notEqual(first.id, second.id);
  assert.ok(first.items.length > 2 * second.items.length);
  const refs = new Set(first.items.map((item) => item.ref));
  assert.equal(refs.size, first.items.length);
  assert.ok(first.connections.every(({ from, to }) => refs.has(from) && refs.has(to)));
  assert.equal((await state()).scans.length, 2);
});

test('a letter is a mail as mail gateways hand it over', async () => {
  const answer = await post('/write', {
    from: 'bo@mail.example',
    name: 'Bø Berg',
    subject: 'Gate\r\nBcc: x',
    text: 'Rød bom\n'.repeat(20),
    answers: 'a.b@skarvo.test',
  });
  assert.deepEqual(answer.body, { answered: 201, ref: 'RE-0001' });
  const letter = posted.findLast((one) => one.path === '/api/v1/mails').body;
  const [head, body] = letter.split('\r\n\r\n');
  assert.match(head, /^From: =\?utf-8\?B\?[A-Za-z0-9+/=]+\?= <bo@mail\.example>$/m);
  assert.match(head, /^Subject: Gate Bcc: x$/m);
  assert.match(head, /^In-Reply-To: <a\.b@skarvo\.test>$/m);
  assert.equal(Buffer.from(body, 'base64').toString(), 'Rød bom\n'.repeat(20));
  assert.ok(letter.split('\r\n').every((line) => line.length <= 998));
});

test('a chat has threads in which both sides speak', async () => {
  const { body: first } = await post('/say', { channel: 'quay', author: 'Eva', text: 'The till is dead' });
  assert.equal(first.ref, 'RE-0001');
  await post('/say', { channel: 'quay', thread: first.thread, author: 'Eva', text: 'Till 4' });
  await post('/chat', { channel: 'quay', thread: first.thread, text: 'Which one?' }, { 'Idempotency-Key': 'chat-1' });
  await post('/chat', { channel: 'quay', thread: first.thread, text: 'Which one?' }, { 'Idempotency-Key': 'chat-1' });
  const thread = (await state()).chats.find((one) => one.thread === first.thread);
  assert.deepEqual(
    thread.said.map((one) => [one.by, one.text]),
    [
      ['Eva', 'The till is dead'],
      ['Eva', 'Till 4'],
      ['The desk', 'Which one?'],
    ],
  );
  const handed = posted.filter((one) => one.path === '/api/v1/chat').map((one) => one.body);
  assert.equal(new Set(handed.map((one) => one.message)).size, handed.length);
});

test('a translator says what it knows, tells the language, and leaves the rest', async () => {
  const told = async (text, to, from) => (await post('/translate', { text, to, from })).body;
  assert.deepEqual(await told('Bommen forblir stengt, førti biler venter!', 'en'), {
    text: 'The barrier stays shut, Forty cars wait!',
    from: 'no',
  });
  assert.deepEqual(await told('Which lane is it?', 'de', 'en'), { text: 'Welche Spur ist es?', from: 'en' });
  assert.deepEqual(await told('الحاجز يبقى مغلقا', 'en'), { text: 'The barrier stays shut', from: 'ar' });
  assert.deepEqual(await told('The wobbler squeaks', 'no'), { text: 'The wobbler squeaks', from: 'en' });
  assert.equal((await told('Karte', 'en', 'de')).text, 'card');
});

test('a conversation takes what is said once, and hands over what people write', async () => {
  const say = (does, text, key) =>
    post(
      '/conversations',
      { conversation: 'in-1', does, text, author: 'Ingrid Vale', message: key },
      { 'Idempotency-Key': key },
    );
  await say('open', 'IN-1 Lanes', 'talk-1');
  await say('say', 'Who is at Ask?', 'talk-2');
  await say('say', 'Who is at Ask?', 'talk-2');
  refusing = 1;
  await post('/say-in', { conversation: 'in-1', person: 'noor-lind', text: 'I am' });
  assert.equal((await post('/say-in', { conversation: 'in-2', person: 'noor-lind', text: 'x' })).status, 422);
  await say('close', 'It is over', 'talk-3');
  const { conversations } = await state();
  const one = conversations.find((conversation) => conversation.name === 'in-1');
  assert.deepEqual(
    [one.topic, one.open, one.said.map((said) => said.by)],
    ['IN-1 Lanes', false, ['Skarvo', 'Ingrid Vale', 'Noor Lind', 'Skarvo']],
  );
  await until(() =>
    posted.some(
      (sent) => sent.path === '/api/v1/conversations' && sent.body.text === 'I am' && sent.body.person === 'noor-lind',
    ),
  );
});

test('a bridge has a number, rings phones, and tells who comes and goes', async () => {
  const ask = (does, key, more = {}) => post('/bridges', { bridge: 'in-1', does, ...more }, { 'Idempotency-Key': key });
  const { body: opened } = await ask('open', 'b-1', { title: 'IN-1 Lanes' });
  assert.match(opened.number, /^\+47 55 50 \d\d \d\d$/);
  await ask('ring', 'b-2', { person: 'noor-lind', name: 'Noor Lind' });
  const phone = async () => (await state()).bridges.find((bridge) => bridge.name === 'in-1').people[0].state;
  assert.equal(await phone(), 'rings');
  await post('/phone', { bridge: 'in-1', person: 'noor-lind', event: 'joined' });
  await ask('ring', 'b-2', { person: 'noor-lind', name: 'Noor Lind' });
  assert.equal(await phone(), 'in');
  await post('/phone', { bridge: 'in-1', person: 'noor-lind', event: 'left' });
  assert.equal((await post('/phone', { bridge: 'in-1', person: 'noor-lind', event: 'sang' })).status, 422);
  const events = posted.filter((sent) => sent.path === '/api/v1/bridges').map((sent) => sent.body);
  assert.deepEqual(
    events.map((event) => event.event),
    ['joined', 'left'],
  );
  assert.equal(new Set(events.map((event) => event.id)).size, 2);
  await ask('close', 'b-3');
  assert.equal((await state()).bridges.find((bridge) => bridge.name === 'in-1').open, false);
});
