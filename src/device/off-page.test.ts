import { expose } from "comlink";
import { afterEach, describe, expect, it, vi } from "vitest";
import { offPage } from "./off-page";

interface Far {
  open(): void;
  where(): string;
}

/** A worker by the other end of a channel, with nothing behind it until something is exposed there. */
class Behind extends EventTarget {
  static last: Behind;
  readonly ended = vi.fn();
  onerror: ((event: { message: string }) => void) | null = null;
  private readonly channel = new MessageChannel();
  constructor() {
    super();
    Behind.last = this;
    this.channel.port1.onmessage = ({ data }) => this.dispatchEvent(new MessageEvent("message", { data }));
  }
  postMessage(message: unknown): void {
    this.channel.port1.postMessage(message);
  }
  runs(far: Far): void {
    expose(far, this.channel.port2);
  }
  terminate(): void {
    this.ended();
    this.channel.port1.close();
    this.channel.port2.close();
  }
}

const asked = () => {
  vi.stubGlobal("Worker", Behind);
  const made = offPage<Far>(
    () => new Worker(""),
    (far) => far.open(),
  );
  return {
    ...made,
    where: () =>
      made.ask(
        (far) => far.where(),
        async () => "here",
      ),
  };
};

afterEach(() => {
  vi.unstubAllGlobals();
  vi.useRealTimers();
});

describe("slow work", () => {
  it("is done by the worker", async () => {
    const { where, close } = asked();
    Behind.last.runs({ open: () => undefined, where: () => "there" });
    expect(await where()).toBe("there");
    close();
  });

  it("is done by the page, and the worker ended, where it never opens", async () => {
    vi.useFakeTimers({ toFake: ["setTimeout", "clearTimeout"] });
    const { where } = asked();
    const answer = where();
    await vi.advanceTimersByTimeAsync(10_000);
    expect(await answer).toBe("here");
    expect(Behind.last.ended).toHaveBeenCalled();
    expect(await where()).toBe("here");
  });

  it("is done by the page where the worker's script cannot be loaded, or it will not open", async () => {
    const unloaded = asked();
    Behind.last.onerror?.({ message: "no such script" });
    expect(await unloaded.where()).toBe("here");
    const unwilling = asked();
    Behind.last.runs({
      open: () => {
        throw new Error("no sheet");
      },
      where: () => "there",
    });
    expect(await unwilling.where()).toBe("here");
  });

  it("is done by the page where there are no workers", async () => {
    vi.stubGlobal("Worker", undefined);
    const { ask } = offPage<Far>(
      () => new Worker(""),
      (far) => far.open(),
    );
    expect(
      await ask(
        (far) => far.where(),
        async () => "here",
      ),
    ).toBe("here");
  });
});
