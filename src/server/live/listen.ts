import pg from "pg";
import { databaseUrl } from "@/server/config";
import { log } from "@/server/log";

type Hear = (unitId: string) => void;

const retryMs = 2000;
const lateMs = 60_000;
/** More than the way of a request takes. */
const onTheWayMs = 1000;

/**
 * One connection that listens for entries of any ledger, shared by every open page. While it is away nobody is told
 * anything, so whoever listens is told to read again when it is back; it stays a minute after the last page is left,
 * so that the next one need not be read twice. A page is drawn before it listens: it is also told what has moved since.
 */
class Listener {
  private readonly heard = new Set<Hear>();
  private readonly moved = new Map<string, number>();
  private client: pg.Client | undefined;
  private closing: ReturnType<typeof setTimeout> | undefined;

  /**
   * Hears of every unit whose ledger moves, and first of those that have moved since the page was asked for, so many
   * milliseconds ago; an empty id asks for everything to be read again.
   */
  listen(hear: Hear, ageMs = lateMs): () => void {
    clearTimeout(this.closing);
    this.heard.add(hear);
    if (this.client === undefined) void this.connect();
    else for (const unitId of this.since(Date.now() - ageMs - onTheWayMs)) hear(unitId);
    return () => {
      this.heard.delete(hear);
      if (this.heard.size > 0) return;
      clearTimeout(this.closing);
      this.closing = setTimeout(() => this.close(), lateMs).unref();
    };
  }

  private async connect(): Promise<void> {
    const client = new pg.Client({ connectionString: databaseUrl(), connectionTimeoutMillis: 3000 });
    this.client = client;
    const again = () => {
      if (this.client !== client) return;
      this.client = undefined;
      if (this.heard.size > 0) setTimeout(() => this.heard.size > 0 && void this.connect(), retryMs);
    };
    client.on("error", (error) => {
      log.warn({ error: error.message }, "the listening connection was lost");
      again();
    });
    client.on("end", again);
    client.on("notification", ({ payload = "" }) => {
      this.moved.set(payload, Date.now());
      this.tell(payload);
    });
    try {
      await client.connect();
      await client.query("LISTEN rook_ledger");
      this.tell("");
    } catch {
      again();
    }
  }

  private since(fromMs: number): readonly string[] {
    for (const [unitId, atMs] of this.moved) if (Date.now() - atMs > lateMs) this.moved.delete(unitId);
    return [...this.moved].filter(([, atMs]) => atMs >= fromMs).map(([unitId]) => unitId);
  }

  private tell(unitId: string): void {
    for (const hear of this.heard) hear(unitId);
  }

  private close(): void {
    const { client } = this;
    this.client = undefined;
    void client?.end().catch(() => undefined);
  }
}

const holder = globalThis as { rookStepListener?: Listener };

export function listener(): Listener {
  holder.rookStepListener ??= new Listener();
  return holder.rookStepListener;
}
