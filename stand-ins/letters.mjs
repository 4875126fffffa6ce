/** What people write to the desk: mail as RFC 5322 says, and messages in the channels of a chat; and what they get back. */
import { instant, presently } from './clock.mjs';

let next = Date.now();
const encoded = (text) => (/^[\x20-\x7e]*$/.test(text) ? text : `=?utf-8?B?${Buffer.from(text).toString('base64')}?=`);
const oneLine = (text) => String(text ?? '').replace(/[\r\n]+/g, ' ').trim();

/** A mail in its bytes; the body in lines of base64, as most programs send what is no plain English. */
export function letterOf({ from, name, subject, text, answers = null, id = `${next++}@mail.example` }) {
  const sender = name ? `${encoded(oneLine(name))} <${oneLine(from)}>` : oneLine(from);
  return [
    `From: ${sender}`, 'To: desk@eiderholm.example', `Subject: ${encoded(oneLine(subject))}`, `Date: ${new Date(presently()).toUTCString().replace('GMT', '+0000')}`,
    `Message-ID: <${id}>`, ...(answers ? [`In-Reply-To: <${oneLine(answers)}>`, `References: <${oneLine(answers)}>`] : []), 'MIME-Version: 1.0',
    'Content-Type: text/plain; charset=utf-8', 'Content-Transfer-Encoding: base64', '',
    ...(Buffer.from(String(text ?? '')).toString('base64').match(/.{1,76}/g) ?? ['']), '',
  ].join('\r\n');
}

export function createChat({ hand, keep }) {
  const threads = [];
  const threadOf = (channel, thread) =>
    threads.find((one) => one.channel === channel && one.thread === thread) ?? keep(threads, { channel, thread, ref: null, said: [] });

  return {
    threads,
    /** Somebody writes in a channel: in a thread that is there, or in a new one. */
    say: async ({ channel, thread, author, text }) => {
      const message = `m${next++}`;
      const kept = threadOf(oneLine(channel), thread || `t${next++}`);
      kept.said.push({ by: author, text, at: instant(), message });
      const answer = await hand({ channel: kept.channel, thread: kept.thread, message, author, text });
      kept.ref = answer.body?.ref ?? kept.ref;
      kept.answered = answer.status;
      return [200, { thread: kept.thread, ref: kept.ref, answered: answer.status }];
    },
    /** The desk answers; the same key again is the same message. */
    take: ({ channel, thread, text }, key) => {
      // What is said in no thread is news for all who read the channel.
      const kept = threadOf(channel, thread ?? 'news');
      if (!kept.said.some((one) => key && one.message === key)) kept.said.push({ by: thread ? 'The desk' : 'Skarvo', text, at: instant(), message: key });
      return [200, { ok: true }];
    },
  };
}
