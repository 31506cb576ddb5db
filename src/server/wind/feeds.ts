import { connect, type Socket } from "node:net";
import { createInterface } from "node:readline";
import { sampleMs, type WindSample } from "@/core/survey/wind-watch";
import { now } from "@/server/clock";
import type { Db } from "@/server/database/database";
import { log } from "@/server/log";
import { openMeters } from "./meters";
import { Sampler } from "./sample";
import { windToldMps } from "./sentence";
import { takeSample } from "./take";

type Meter = Awaited<ReturnType<ReturnType<typeof openMeters>["execute"]>>[number];

/** A meter that says nothing for so long is asked anew. */
const idleMs = 10_000;
const firstRetryMs = 1000;
const lastRetryMs = 30_000;
/** More than a sentence of the standard: somebody else answers there. */
const longestLine = 200;
/** Samples that wait for a database that is away: the last two hours. */
const mostWaiting = 720;
const keptMs = 8 * 86_400_000;

/** The feed of one wind meter: read while it speaks, and asked again, ever less often, while it does not. */
class Feed {
  private socket: Socket | undefined;
  private again: ReturnType<typeof setTimeout> | undefined;
  private retryMs = firstRetryMs;
  private ended = false;
  private speaking = false;
  private readonly waiting: WindSample[] = [];
  private keeping = false;

  constructor(
    readonly meter: Meter,
    private readonly keep: (sample: WindSample) => Promise<void>,
    private readonly spanMs: number,
  ) {
    this.open();
  }

  private open(): void {
    const { address } = this.meter;
    const colon = address.lastIndexOf(":");
    const host = address.slice(0, colon).replace(/^\[|\]$/g, "");
    const socket = connect({ host, port: Number(address.slice(colon + 1)) });
    this.socket = socket;
    const sampler = new Sampler(this.spanMs);
    const keep = (sample: WindSample | undefined) => {
      if (sample !== undefined) this.waiting.push(sample);
      void this.keepWaiting();
    };
    // Of sentences alone: one that talks without telling the wind is silent too.
    let idle: ReturnType<typeof setTimeout> | undefined;
    const wait = () => {
      clearTimeout(idle);
      idle = setTimeout(() => socket.destroy(), idleMs);
    };
    wait();
    let sinceLine = 0;
    socket.on("data", (bytes) => {
      const last = bytes.lastIndexOf(10);
      sinceLine = last < 0 ? sinceLine + bytes.length : bytes.length - last;
      if (sinceLine > longestLine) socket.destroy();
    });
    const lines = createInterface({ input: socket, crlfDelay: Number.POSITIVE_INFINITY });
    // A stream that breaks off is told by the socket itself.
    lines.on("error", () => undefined);
    lines.on("line", (line) => {
      const mps = windToldMps(line);
      if (mps === undefined) return;
      wait();
      this.retryMs = firstRetryMs;
      if (!this.speaking) log.info({ meter: this.meter.name }, "the wind meter speaks");
      this.speaking = true;
      keep(sampler.take(mps, now().getTime()));
    });
    socket.on("error", () => undefined);
    socket.once("close", () => {
      clearTimeout(idle);
      keep(sampler.sample());
      if (this.ended) return;
      if (this.speaking) log.warn({ meter: this.meter.name, address }, "the wind meter has fallen silent");
      this.speaking = false;
      this.again = setTimeout(() => this.open(), this.retryMs);
      this.again.unref();
      this.retryMs = Math.min(lastRetryMs, this.retryMs * 2);
    });
  }

  /** Keeps what waits, the oldest first. A gust shown while the database was away ends what it has to once that is back. */
  private async keepWaiting(): Promise<void> {
    if (this.keeping) return;
    this.keeping = true;
    try {
      for (let [sample] = this.waiting; sample !== undefined; [sample] = this.waiting) {
        await this.keep(sample);
        this.waiting.shift();
      }
    } catch (error) {
      this.waiting.splice(0, this.waiting.length - mostWaiting);
      log.error(
        { meter: this.meter.name, error: String(error) },
        "what a wind meter showed could not be kept; it is tried again",
      );
    } finally {
      this.keeping = false;
    }
  }

  end(): void {
    this.ended = true;
    clearTimeout(this.again);
    this.socket?.destroy();
  }
}

/** Reads every wind meter of every site, as they are added and taken away. */
export class WindFeeds {
  private readonly feeds = new Map<string, Feed>();

  constructor(
    private readonly db: Db,
    private readonly spanMs = sampleMs,
  ) {}

  /** Begins to read those that were added, and ends those that were taken away; forgets what is older than some days. */
  async follow(): Promise<void> {
    const meters = await openMeters(this.db).execute();
    for (const [id, feed] of this.feeds)
      if (!meters.some((one) => one.id === id)) {
        feed.end();
        this.feeds.delete(id);
      }
    for (const meter of meters)
      if (!this.feeds.has(meter.id))
        this.feeds.set(
          meter.id,
          new Feed(meter, (sample) => takeSample(this.db, meter, sample, now()), this.spanMs),
        );
    if (meters.length > 0)
      await this.db
        .deleteFrom("windReading")
        .where("at", "<", new Date(now().getTime() - keptMs))
        .execute();
  }

  end(): void {
    for (const feed of this.feeds.values()) feed.end();
    this.feeds.clear();
  }
}
