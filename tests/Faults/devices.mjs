/** A device network for the fault tests: writes down each message that arrives, with its key and when, and takes its time. */
import { appendFileSync } from 'node:fs';
import { createServer } from 'node:http';

const slowness = Number(process.env.DEVICES_SLOW_MICROSECONDS ?? 0) / 1000;
const pause = () =>
  slowness > 0 ? new Promise((resolve) => setTimeout(resolve, Math.random() * slowness)) : Promise.resolve();

createServer((request, response) => {
  let text = '';
  request.on('data', (part) => (text += part));
  request.on('end', async () => {
    await pause();
    appendFileSync(
      process.env.DEVICES_LOG,
      `${JSON.stringify({ at: Date.now() / 1000, key: request.headers['idempotency-key'] ?? request.headers['webhook-id'] ?? '', body: text === '' ? null : JSON.parse(text) })}\n`,
    );
    await pause();
    response.writeHead(200, { 'Content-Type': 'application/json' }).end('{"ok":true}');
  });
}).listen(Number(process.argv[2]), '127.0.0.1');
