/** [kind of journal entry, incident, number of the last such entry] */
export type Change = [string, number | null, number];

/** What the server says of the journal: how far it has come, and what came after a number. */
export interface News {
  head: number;
  /** All that came after this is in `changes`. */
  after: number;
  changes: Change[];
  /** More came than can be listed: anything may have changed. */
  cut: boolean;
}

/** Which props came with an answer, and how far the journal was when they were read; null: all props of the page. */
export interface Given {
  head: number;
  only: string[] | null;
  /** What such an answer leaves out, as it goes along from page to page, and the head at which that was read; null: it is on its way. */
  along?: { props: string[]; head: number | null };
}

/** Whether a change touches a prop. */
export type Touches = (change: Change, prop: string) => boolean;

/**
 * Knows of each prop of an open page how far the journal was when it was read.
 *
 * An answer brings only some props, and answers may overtake each other; so a page has no one place in the journal but
 * each prop has its own. News is asked for after the oldest of them, and a prop is behind until it was read anew.
 */
export class Freshness {
  private readonly read = new Map<string, number>();

  constructor(
    private readonly props: () => string[],
    private readonly touches: Touches,
  ) {}

  /** An answer of the server arrived, with props that were read at its head or later. */
  take(given: Given): void {
    for (const prop of this.props()) {
      if (given.only?.includes(prop)) this.read.set(prop, given.head);
      if (given.only !== null) continue;
      const head = given.along?.props.includes(prop) ? given.along.head : null;
      // What goes along may have been found to be as of later than it was read.
      this.read.set(prop, head === null ? given.head : Math.max(head, this.read.get(prop) ?? 0));
    }
  }

  /** After which entry of the journal news is to be asked for. */
  after(): number {
    return Math.min(...this.props().map((prop) => this.read.get(prop) ?? 0));
  }

  /** @returns props that have to be read anew; the others are known to be as of its head */
  hear(news: News): string[] {
    const behind: string[] = [];
    for (const prop of this.props()) {
      const read = this.read.get(prop) ?? 0;
      if (news.head <= read) continue;
      const isBehind =
        news.cut || news.after > read || news.changes.some((change) => change[2] > read && this.touches(change, prop));
      if (isBehind) behind.push(prop);
      else this.read.set(prop, news.head);
    }
    return behind;
  }
}

/** Reads a page's props anew, one answer at a time, when news says that they are behind. */
export class Follower {
  private reading = false;
  private all = false;

  /** @param read  asks the server for props, and says when that is over and whether it came off */
  constructor(
    private readonly freshness: Freshness,
    private readonly props: () => string[],
    private readonly read: (only: string[], over: (arrived: boolean) => void) => void,
  ) {}

  /**
   * @param also  props that are to be read whatever the journal says
   * @param force  whether all of them are: after a lost connection
   */
  hear(news: News, also: string[] = [], force = false): void {
    this.all ||= force;
    // What comes while an answer is on its way is heard of again by the next news.
    if (this.reading) return;
    const all = this.all;
    const only = all ? this.props() : [...new Set([...this.freshness.hear(news), ...also])];
    if (only.length === 0) return;
    this.reading = true;
    this.read(only, (arrived) => {
      this.reading = false;
      if (arrived && all) this.all = false;
    });
  }
}
