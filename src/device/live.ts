/** Whether this browser hears of what happens. */
export interface LiveState {
  /** Undefined until the first link is made, or found wanting. */
  readonly linked: boolean | undefined;
}

type Heard = (unitId: string) => void;

/** What one tab says to the others: whether there is a link and which unit moved, or how long ago it was asked for. */
type News = { readonly linked: boolean; readonly unitId?: string };
type Said = News | { readonly ageMs: number };

/** How long ago this page was asked for: what has moved since it may not show. */
const ageMs = (): number => Math.ceil(performance.now());

const retryMs = 5000;
const silentMs = 40_000;

/**
 * One stream a browser: the tab that holds the lock listens to the server and tells the others. Without a link every
 * page says as of when it speaks.
 */
export class Live {
  private state: LiveState = { linked: undefined };
  private readonly listeners = new Set<() => void>();
  private readonly heard = new Set<Heard>();
  private channel: BroadcastChannel | undefined;
  private started = false;
  private leads = false;
  private movedMs = Number.NEGATIVE_INFINITY;

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    this.start();
    return () => this.listeners.delete(listener);
  };

  readonly snapshot = (): LiveState => this.state;

  /** Hears of each unit whose ledger moves; an empty id means that anything may have. */
  hear(heard: Heard): () => void {
    this.heard.add(heard);
    this.start();
    return () => this.heard.delete(heard);
  }

  private start(): void {
    if (this.started) return;
    this.started = true;
    this.channel = new BroadcastChannel("rook-step-live");
    this.channel.onmessage = ({ data }: MessageEvent<Said>) => {
      if ("linked" in data) this.take(data);
      else if (this.leads && this.state.linked !== undefined) {
        // What moved between the drawing of that page and now it can only have missed.
        const missed = performance.now() - this.movedMs <= data.ageMs;
        this.channel?.postMessage({ ...this.state, ...(missed && { unitId: "" }) });
      }
    };
    this.channel.postMessage({ ageMs: ageMs() } satisfies Said);
    // A browser that knows it has no network says so at once; a stream may take a minute to notice.
    window.addEventListener("offline", () => this.take({ linked: false }));
    window.addEventListener("online", () => this.take({ linked: true, unitId: "" }));
    if (!navigator.onLine) this.take({ linked: false });
    const lead = () => new Promise<void>(() => this.open());
    if (navigator.locks === undefined) void lead();
    else void navigator.locks.request("rook-step-live", lead).catch(() => undefined);
  }

  /** Listens to the server itself; only the tab that leads does. */
  private open(): void {
    this.leads = true;
    const source = new EventSource(`/api/live?age=${ageMs()}`);
    let timer = setTimeout(() => this.say({ linked: false }), silentMs);
    source.onopen = () => {
      clearTimeout(timer);
      this.say({ linked: true });
    };
    source.onmessage = ({ data }: MessageEvent<string>) => this.say({ linked: true, unitId: data });
    source.onerror = () => {
      this.say({ linked: false });
      clearTimeout(timer);
      if (source.readyState !== EventSource.CLOSED) return;
      timer = setTimeout(() => this.open(), retryMs);
    };
  }

  private say(news: News): void {
    this.channel?.postMessage(news);
    this.take(news);
  }

  /** A stream that was open may bring one more word when the browser has already lost its network: that is no link. */
  private take({ linked: told, unitId }: News): void {
    const linked = told && navigator.onLine;
    const back = linked && this.state.linked === false;
    this.state = { linked };
    for (const listener of this.listeners) listener();
    const moved = unitId ?? (back ? "" : undefined);
    if (moved === undefined) return;
    this.movedMs = performance.now();
    for (const heard of this.heard) heard(moved);
  }
}

let one: Live | undefined;

export function live(): Live {
  one ??= new Live();
  return one;
}
