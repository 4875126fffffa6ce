/**
 * Where people talk about an incident: conversations of a chat, and a phone exchange with its bridges.
 *
 * What is said and who comes is told to Skarvo, again and again until it answers, as a chat and an exchange would.
 */
import { instant } from './clock.mjs';

const TELL_ATTEMPTS = 60;
/** A phone rings so long, then the exchange says that nobody answered. */
const RINGS_MS = 45_000;
let next = Date.now();

export function createTalk({ post, keep, people }) {
  const conversations = [];
  const bridges = [];
  const nameOf = (id) => people().find((one) => one.id === id)?.name ?? id;
  const conversationOf = (name) => conversations.find((one) => one.name === name) ?? keep(conversations, { name, topic: '', open: true, said: [] });
  const bridgeOf = (name) =>
    bridges.find((one) => one.name === name) ?? keep(bridges, { name, title: '', open: true, number: `+47 55 50 ${String(10 + (bridges.length % 90))} ${String(20 + ((bridges.length * 7) % 80))}`, people: [] });
  const phoneOf = (bridge, person) => {
    const there = bridge.people.find((one) => one.person === person);
    if (there) return there;
    const made = { person, name: nameOf(person), state: 'away' };
    bridge.people.push(made);
    return made;
  };

  const tell = async (path, event, attempt = 1) => {
    const again = () => (attempt < TELL_ATTEMPTS ? setTimeout(() => void tell(path, event, attempt + 1), 1000).unref() : null);
    try {
      const answer = await post(path, event);
      if (answer.status >= 500) again();
      return answer;
    } catch {
      again();
      return null;
    }
  };
  const told = (bridge, person, event) => tell('/api/v1/bridges', { bridge: bridge.name, id: `x${next++}`, person, event, at: instant() });

  return {
    state: () => ({ conversations, bridges }),
    /** Skarvo opens a conversation, says something in it, or closes it; the same key again is the same message. */
    takeTalk: ({ conversation, does, text, author, message }, key) => {
      const kept = conversationOf(conversation);
      if (key && kept.said.some((one) => one.key === key)) return [200, { ok: true }];
      if (does === 'open') kept.topic = text;
      kept.open = does !== 'close';
      kept.said.push({ by: does === 'say' ? author : 'Skarvo', text, at: instant(), message, key });
      return [200, { ok: true }];
    },
    /** Somebody writes in it. */
    sayIn: async ({ conversation, person, text, message = `c${next++}`, at = instant() }) => {
      const kept = conversations.find((one) => one.name === conversation);
      if (!kept || !String(text ?? '').trim()) return [422, { error: 'There is no such conversation, or nothing was said.' }];
      if (!kept.said.some((one) => one.message === message)) kept.said.push({ by: nameOf(person), text, at, message });
      const answer = await tell('/api/v1/conversations', { conversation, message, person, author: nameOf(person), text, at });
      return [200, { answered: answer?.status ?? 0 }];
    },
    /** Skarvo opens a bridge, has somebody rung, or closes it. */
    takeBridge: ({ bridge, does, person, name, title }, key) => {
      const kept = bridgeOf(bridge);
      if (title) kept.title = title;
      if (does === 'close') {
        kept.open = false;
        for (const one of kept.people) one.state = 'away';
      }
      if (does === 'ring') {
        const phone = phoneOf(kept, person);
        phone.name = name;
        if (phone.key !== key && phone.state !== 'in') {
          Object.assign(phone, { state: 'rings', key });
          setTimeout(() => { if (phone.state === 'rings' && phone.key === key) { phone.state = 'away'; void told(kept, person, 'unanswered'); } }, RINGS_MS).unref();
        }
      }
      return [200, { ok: true, number: kept.number }];
    },
    /** Somebody picks up, dials in, hangs up, or does not answer. */
    phone: async ({ bridge, person, event }) => {
      const kept = bridges.find((one) => one.name === bridge);
      if (!kept || !['joined', 'left', 'unanswered'].includes(event)) return [422, { error: 'There is no such bridge, or an event is none of joined, left, unanswered.' }];
      phoneOf(kept, person).state = event === 'joined' ? 'in' : 'away';
      const answer = await told(kept, person, event);
      return [200, { answered: answer?.status ?? 0 }];
    },
  };
}
