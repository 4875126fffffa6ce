/**
 * What 200 open screens cost: 200 questions a second to public/live.php for ten seconds, and the processor time that its server takes.
 * Needs a running bin/demo on this machine: bin/bench live http://127.0.0.1:8080. Baseline, in the same run: a small file from the same server.
 */
import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { Agent, get } from 'node:http';

const base = new URL(process.argv[2] ?? 'http://127.0.0.1:8080');
const SCREENS = 200;
const SECONDS = 10;
const servers = execFileSync('pgrep', ['-f', '--', `-S ${base.host}`])
  .toString()
  .trim()
  .split('\n');
const ticks = () =>
  servers.reduce((sum, pid) => {
    const fields = readFileSync(`/proc/${pid}/stat`, 'utf8').split(') ')[1].split(' ');
    return sum + Number(fields[11]) + Number(fields[12]);
  }, 0);
const agent = new Agent({ maxSockets: 16 });
const ask = (path) =>
  new Promise((resolve, reject) => {
    get({ host: base.hostname, port: base.port, path, agent }, (answer) => {
      answer.resume();
      answer.on('end', () => resolve(answer.statusCode));
    }).on('error', reject);
  });
const home = process.env.SKARVO_DEMO_HOME ?? new URL('../../storage/demo', import.meta.url).pathname;
const { createHmac } = await import('node:crypto');
const key = createHmac('sha256', readFileSync(`${home}/key`, 'utf8').trim())
  .update('live ingrid-vale')
  .digest('hex');
const who = Buffer.from('ingrid-vale').toString('hex');

const measure = async (path) => {
  const before = ticks();
  const start = performance.now();
  const asked = [];
  while (performance.now() - start < SECONDS * 1000) {
    for (let n = 0; n < SCREENS / 20; n++) asked.push(ask(path));
    await new Promise((resolve) => setTimeout(resolve, 50 - ((performance.now() - start) % 50)));
  }
  const answers = await Promise.all(asked);
  const refused = answers.filter((status) => status !== 200).length;
  if (refused > 0) throw new Error(`${refused} of ${answers.length} were not answered.`);
  return { asked: answers.length, cores: (ticks() - before) / 100 / ((performance.now() - start) / 1000) };
};
const file = await measure('/mark.svg');
const live = await measure(`/live.php?key=${who}.${key}&after=0`);
console.log(
  `live: ${live.asked} questions in ${SECONDS} s took ${live.cores.toFixed(2)} of a core; a small file took ${file.cores.toFixed(2)}; ratio ${(live.cores / file.cores).toFixed(1)}`,
);
