import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { Link } from "./send-json";
import { Sender } from "./sender";

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());

/** A sender whose runs end when they are let go, and how many of them began. */
function held() {
  const ends: (() => void)[] = [];
  const sender = new Sender(() => new Promise<void>((end) => void ends.push(end)));
  return { sender, ends };
}

describe("one sender at a time", () => {
  it("gives who asks meanwhile the run that is going on, and runs again after it", async () => {
    const { sender, ends } = held();
    const first = sender.send();
    expect(sender.send()).toBe(first);
    expect(ends).toHaveLength(1);
    ends[0]?.();
    await first;
    void sender.send();
    expect(ends).toHaveLength(2);
  });

  it("is free again after a run that failed", async () => {
    let runs = 0;
    const sender = new Sender(async () => {
      runs++;
      throw new Error("the device's store is full");
    });
    await expect(sender.send()).rejects.toThrow("full");
    await expect(sender.send()).rejects.toThrow("full");
    expect(runs).toBe(2);
  });

  it.each<[Link, number]>([
    ["no_signal", 1],
    ["server_trouble", 1],
    ["signed_out", 0],
    ["refused", 0],
    ["sent", 0],
  ])("after %s tries again by itself %i times", (link, times) => {
    const { sender, ends } = held();
    sender.later(link);
    sender.later(link);
    vi.advanceTimersByTime(60_000);
    expect(ends).toHaveLength(times);
  });

  it("tries no more once closed", () => {
    const { sender, ends } = held();
    sender.later("no_signal");
    sender.close();
    vi.advanceTimersByTime(60_000);
    expect(ends).toHaveLength(0);
  });
});
