/** Whether what is typed is on the server; "elsewhere" is where somebody else, or another window, wrote on it meanwhile. */
export type Keeping = "kept" | "keeping" | "not kept" | "elsewhere";

/** What is typed is kept so long after the last letter. */
const rests = 600;

/** What could not be kept is tried again after so long. */
const again = 5_000;

/** What is sent outlives the page only up to this. */
const mostOnLeaving = 60_000;

/** What is on its way when the page is left arrives too, where it is not too long for that. */
export const outlives = (body: unknown): { keepalive?: boolean } =>
  JSON.stringify(body).length < mostOnLeaving ? { keepalive: true } : {};

interface Ways {
  /** Sends what stands now. */
  send: () => Promise<void>;
  /** Whether what refused it is that another wrote on it. */
  isElsewhere: (problem: unknown) => boolean;
  /** Hears of what is on its way. */
  underWay?: ((sent: Promise<void>) => void) | undefined;
}

/** Keeps on the server what is typed: a while after the last letter, one sending after the other, and again where one failed. */
export class Autosave {
  private timer: ReturnType<typeof setTimeout> | undefined;
  private sent: Promise<void> = Promise.resolve();
  private keeping: Keeping = "kept";
  private typed = false;

  private ways: Ways | undefined;

  /** @param tell Hears how it stands. */
  constructor(private readonly tell: (keeping: Keeping) => void) {}

  /** How it is sent from now on. */
  by(ways: Ways) {
    this.ways = ways;
  }

  /** Whether something was typed that is not yet on its way. */
  get waits() {
    return this.typed;
  }

  get isElsewhere() {
    return this.keeping === "elsewhere";
  }

  /** Something was typed. */
  touch() {
    this.typed = true;
    if (!this.isElsewhere) this.say("keeping");
    this.later(rests);
  }

  /** Sends at once what waits; over what another wrote too, where that is meant. */
  keep(over = false): Promise<void> {
    clearTimeout(this.timer);
    if (over) this.typed = true;
    if (over) this.say("keeping");
    if (!this.typed) return this.sent;
    this.typed = false;
    this.sent = this.sent.then(() => this.send());
    this.ways?.underWay?.(this.sent);
    return this.sent;
  }

  /** What is typed here is wanted no more, or something else stands in its place. */
  drop() {
    clearTimeout(this.timer);
    this.typed = false;
    this.say("kept");
  }

  private async send() {
    try {
      await this.ways?.send();
      if (!this.typed) this.say("kept");
    } catch (problem) {
      const elsewhere = this.ways?.isElsewhere(problem) === true;
      this.say(elsewhere ? "elsewhere" : "not kept");
      if (elsewhere) return;
      this.typed = true;
      this.later(again);
    }
  }

  private later(ms: number) {
    clearTimeout(this.timer);
    this.timer = setTimeout(() => void this.keep(), ms);
  }

  private say(keeping: Keeping) {
    this.keeping = keeping;
    this.tell(keeping);
  }
}
