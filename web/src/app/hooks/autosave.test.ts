import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { Autosave, type Keeping } from "./autosave";

/** A text that is kept on a server that can be away, slow, or written on by another. */
function begin() {
  const server = { text: "", sent: [] as string[], away: false, other: false, slow: undefined as Promise<unknown> | undefined };
  let text = "";
  const said: Keeping[] = [];
  const save = new Autosave((keeping) => said.push(keeping));
  save.by({
    send: async () => {
      const now = text;
      server.sent.push(now);
      await server.slow;
      if (server.away) throw new Error("away");
      if (server.other) throw new Error("other");
      server.text = now;
    },
    isElsewhere: (problem) => problem instanceof Error && problem.message === "other",
  });
  const type = (next: string) => {
    text = next;
    save.touch();
  };
  return { server, save, said, type };
}

/** What is sent arrives when it is said. */
function slow(server: { slow: Promise<unknown> | undefined }) {
  let arrive: (value: unknown) => void = () => undefined;
  server.slow = new Promise((done) => (arrive = done));
  return () => arrive(undefined);
}

describe("what is typed is kept", () => {
  beforeEach(() => {
    vi.useFakeTimers();
  });
  afterEach(() => {
    vi.useRealTimers();
  });

  it("once, a while after the last letter", async () => {
    const { server, said, type } = begin();
    type("a");
    await vi.advanceTimersByTimeAsync(300);
    type("ab");
    await vi.advanceTimersByTimeAsync(5000);
    expect(server.sent).toEqual(["ab"]);
    expect(said.at(-1)).toBe("kept");
  });

  it("at once when the page is left, and not twice", async () => {
    const { server, save, type } = begin();
    type("a");
    await save.keep();
    await vi.advanceTimersByTimeAsync(5000);
    expect(server.sent).toEqual(["a"]);
  });

  it("one sending after the other, the last last", async () => {
    const { server, save, said, type } = begin();
    const arrive = slow(server);
    type("a");
    const first = save.keep();
    await vi.advanceTimersByTimeAsync(0);
    type("ab");
    const second = save.keep();
    await vi.advanceTimersByTimeAsync(0);
    expect(server.sent).toEqual(["a"]);
    arrive();
    await Promise.all([first, second]);
    expect(server.sent).toEqual(["a", "ab"]);
    expect(server.text).toBe("ab");
    expect(said.at(-1)).toBe("kept");
  });

  it("is not said to be kept while something typed since waits", async () => {
    const { server, save, said, type } = begin();
    const arrive = slow(server);
    type("a");
    const sent = save.keep();
    await vi.advanceTimersByTimeAsync(0);
    type("ab");
    arrive();
    await sent;
    expect(said.at(-1)).toBe("keeping");
  });

  it("again and again where the server is away, and in the end", async () => {
    const { server, save, said, type } = begin();
    server.away = true;
    type("a");
    await vi.advanceTimersByTimeAsync(700);
    expect(said.at(-1)).toBe("not kept");
    expect(save.waits).toBe(true);
    await vi.advanceTimersByTimeAsync(5000);
    server.away = false;
    await vi.advanceTimersByTimeAsync(5000);
    expect(server.sent).toHaveLength(3);
    expect(server.text).toBe("a");
    expect(said.at(-1)).toBe("kept");
  });

  it("over what another wrote only where that is meant", async () => {
    const { server, save, said, type } = begin();
    server.other = true;
    type("a");
    await vi.advanceTimersByTimeAsync(60_000);
    expect(server.sent).toEqual(["a"]);
    type("ab");
    expect(said.at(-1)).toBe("elsewhere");
    await save.keep();
    expect(save.isElsewhere).toBe(true);
    server.other = false;
    await save.keep(true);
    expect(server.text).toBe("ab");
    expect(save.isElsewhere).toBe(false);
  });

  it("no more where it was dropped", async () => {
    const { server, save, type } = begin();
    type("a");
    save.drop();
    await vi.advanceTimersByTimeAsync(60_000);
    await save.keep();
    expect(server.sent).toEqual([]);
  });
});
