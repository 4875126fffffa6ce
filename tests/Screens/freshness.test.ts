import { describe, expect, test } from 'vitest';
import { Follower, Freshness, type Change, type Given, type News } from '@/lib/freshness';
import { Random } from './random';

const PROPS = ['groups', 'reports', 'incidents', 'band'];
const KINDS = ['alert.opened', 'report.received', 'incident.changed', 'page.sent'];
const FOLLOWS: Record<string, string[]> = {
  groups: ['alert.', 'incident.'],
  reports: ['report.'],
  incidents: ['incident.', 'report.'],
  band: [''],
};
const touches = (kind: string, prop: string): boolean =>
  (FOLLOWS[prop] ?? []).some((beginning) => kind.startsWith(beginning));

/** What the server has: a journal, and each prop as the number of the last entry that touched it. */
class Server {
  readonly journal: [number, string][] = [];
  constructor(private readonly listed: number) {}

  write(kind: string): void {
    this.journal.push([this.journal.length + 1, kind]);
  }

  head(): number {
    return this.journal.length;
  }

  prop(name: string): number {
    return Math.max(0, ...this.journal.filter(([, kind]) => touches(kind, name)).map(([seq]) => seq));
  }

  news(after: number): News {
    const since = this.journal.filter(([seq]) => seq > after);
    const last = new Map(since.slice(0, this.listed).map(([seq, kind]) => [kind, seq]));
    return {
      head: this.head(),
      after,
      cut: since.length > this.listed,
      changes: [...last].map(([kind, seq]): Change => [kind, null, seq]),
    };
  }
}

interface Answer {
  given: Given;
  values: Record<string, number>;
}

/** The band stands around every page: an answer that brings a whole page leaves it out, and it goes along to the next. */
const AROUND = ['band'];

class Screen {
  readonly shown: Record<string, number> = {};
  framed: number | null = null;
  /** Which page it shows: an answer to an earlier one comes to nothing. */
  page = 0;
  freshness = this.newFreshness();
  asked: { only: string[]; over: (arrived: boolean) => void }[] = [];
  follower = this.newFollower();

  take(answer: Answer): void {
    Object.assign(this.shown, answer.values);
    if (answer.given.only?.includes('band')) this.framed = answer.given.head;
    this.freshness.take({ ...answer.given, along: { props: AROUND, head: this.framed } });
  }

  turnTo(answer: Answer): void {
    this.page++;
    this.freshness = this.newFreshness();
    this.follower = this.newFollower();
    this.take(answer);
  }

  private newFreshness(): Freshness {
    return new Freshness(
      () => PROPS,
      ([kind], prop) => touches(kind, prop),
    );
  }

  private newFollower(): Follower {
    return new Follower(
      this.freshness,
      () => PROPS,
      (only, over) => this.asked.push({ only, over }),
    );
  }
}

/** The head is read first, then the props one by one; others write between any two. */
function* answer(server: Server, only: string[] | null): Generator<undefined, Answer> {
  const given = { head: server.head(), only };
  const values: Record<string, number> = {};
  for (const prop of only ?? PROPS.filter((one) => !AROUND.includes(one))) {
    yield;
    values[prop] = server.prop(prop);
  }
  return { given, values };
}

/** Lets writes, looks for news, reads, actions and failures happen in any order; in the end all is quiet. */
function run(seed: number): { server: Server; screens: Screen[] } {
  const random = new Random(seed);
  const server = new Server(1 + random.below(6));
  const screens = [new Screen(), new Screen()];
  const running: { work: Generator<undefined, Answer>; done: (got: Answer | null) => void }[] = [];
  const news: { screen: Screen; word: News }[] = [];
  const start = (screen: Screen, only: string[] | null, over?: (arrived: boolean) => void): void => {
    const page = screen.page;
    running.push({
      work: answer(server, only),
      done: (got) => {
        if (page !== screen.page) return;
        if (got) screen.take(got);
        over?.(got !== null);
      },
    });
  };
  const visit = (screen: Screen): void => {
    running.push({
      work: answer(server, null),
      done: (got) => {
        if (got) screen.turnTo(got);
      },
    });
  };
  const advance = (fails: number): void => {
    const at = random.below(running.length);
    const one = running[at];
    if (!one) return;
    const step = one.work.next();
    if (step.done !== true) return;
    running.splice(at, 1);
    one.done(random.chance(fails) ? null : step.value);
  };
  const deliver = (): void => {
    const [one] = news.splice(random.below(news.length), 1);
    if (!one) return;
    one.screen.follower.hear(one.word, one.screen.framed === null ? AROUND : []);
    for (const { only, over } of one.screen.asked.splice(0)) start(one.screen, only, over);
  };
  // One screen asks for all of them.
  const look = (): void => {
    const leader = screens[0];
    const word = leader && server.news(leader.freshness.after());
    if (word) screens.forEach((screen) => news.push({ screen, word }));
  };
  screens.forEach((screen) => {
    start(screen, null);
    start(screen, AROUND);
  });
  for (let step = 0; step < 120; step++) {
    const what = random.below(10);
    if (what < 3) server.write(random.of(KINDS));
    else if (what < 4) look();
    else if (what < 5) deliver();
    else if (what < 8) advance(0.15);
    else if (what < 9 && random.chance(0.3)) visit(random.of(screens));
    // An action brings all props; a screen's own narrowing brings some.
    else start(random.of(screens), random.chance(0.5) ? null : [random.of(PROPS)]);
  }
  for (let round = 0; round < 12; round++) {
    while (running.length) advance(0);
    look();
    while (news.length) deliver();
  }
  while (running.length) advance(0);
  return { server, screens };
}

describe('a page that follows the journal', () => {
  test('shows what is true in the end, whatever overtakes what', () => {
    for (let seed = 1; seed <= 3000; seed++) {
      const { server, screens } = run(seed);
      const truth = Object.fromEntries(PROPS.map((prop) => [prop, server.prop(prop)]));
      for (const screen of screens) expect(screen.shown, `seed ${seed}`).toEqual(truth);
    }
  });

  test('reads only what a change touches', () => {
    const freshness = new Freshness(
      () => PROPS,
      ([kind], prop) => touches(kind, prop),
    );
    freshness.take({ head: 4, only: null });
    expect(freshness.hear({ head: 5, after: 4, cut: false, changes: [['report.received', null, 5]] })).toEqual([
      'reports',
      'incidents',
      'band',
    ]);
    expect(freshness.after()).toBe(4);
    freshness.take({ head: 5, only: ['reports', 'incidents', 'band'] });
    expect(freshness.after()).toBe(5);
  });

  test('takes an answer that was overtaken for as old as it is', () => {
    const freshness = new Freshness(
      () => ['groups', 'reports'],
      ([kind], prop) => touches(kind, prop),
    );
    freshness.take({ head: 9, only: null });
    freshness.take({ head: 7, only: ['groups'] });
    expect(freshness.after()).toBe(7);
    expect(freshness.hear({ head: 9, after: 7, cut: false, changes: [['alert.opened', null, 8]] })).toEqual(['groups']);
  });

  test('reads all when more happened than is told', () => {
    const freshness = new Freshness(
      () => PROPS,
      ([kind], prop) => touches(kind, prop),
    );
    freshness.take({ head: 1, only: null });
    expect(freshness.hear({ head: 900, after: 1, cut: true, changes: [] })).toEqual(PROPS);
  });

  test('takes what goes along from page to page for as old as it was read', () => {
    const freshness = new Freshness(
      () => PROPS,
      ([kind], prop) => touches(kind, prop),
    );
    freshness.take({ head: 9, only: null, along: { props: AROUND, head: 6 } });
    expect(freshness.after()).toBe(6);
    expect(freshness.hear({ head: 9, after: 6, cut: false, changes: [['page.sent', null, 7]] })).toEqual(['band']);
    // On its way with the first page: it is as new as that.
    const first = new Freshness(
      () => PROPS,
      ([kind], prop) => touches(kind, prop),
    );
    first.take({ head: 9, only: null, along: { props: AROUND, head: null } });
    expect(first.after()).toBe(9);
    // Found to be of later than it was read, it is not taken for older again.
    expect(first.hear({ head: 12, after: 9, cut: false, changes: [] })).toEqual([]);
    first.take({ head: 12, only: null, along: { props: AROUND, head: 9 } });
    expect(first.after()).toBe(12);
  });
});
