import { type Link, tryAgain } from "./send-json";

const retryMs = 4000;

/** Runs one sending at a time: who asks while one runs gets that one. A sending nobody took is tried again. */
export class Sender {
  private timer: ReturnType<typeof setTimeout> | undefined;
  private running: Promise<void> | undefined;

  constructor(private readonly run: () => Promise<void>) {}

  send(): Promise<void> {
    clearTimeout(this.timer);
    this.running ??= this.run().finally(() => {
      this.running = undefined;
    });
    return this.running;
  }

  /** Asks for another sending after a while, where the way the last one ended can pass by itself. */
  later(link: Link): void {
    clearTimeout(this.timer);
    if (tryAgain(link)) this.timer = setTimeout(() => void this.send(), retryMs);
  }

  close(): void {
    clearTimeout(this.timer);
  }
}
