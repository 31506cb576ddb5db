import canonicalize from "canonicalize";
import Dexie from "dexie";
import { eventSchemaVersion } from "@/core/record/event-form";
import type { EventBody, InspectionEvent, Saw } from "@/core/record/events";
import { inOrder } from "@/core/record/order";
import type { Signer } from "./keys";
import { deviceId, type KeptEvent, localStore } from "./local-store";
import { sendWaiting } from "./send-events";
import { type Link, tryAgain } from "./send-json";
import { Sender } from "./sender";
import { sha256 } from "./sha256";

export interface LogState {
  readonly events: readonly InspectionEvent[];
  readonly toSend: number;
  /** Events the server could not take: kept there, and they hold the unit until somebody looks. */
  readonly held: readonly { readonly id: string; readonly problem: string; readonly withdrawn: boolean }[];
  readonly link: Link;
  /** The server's own words for why it did not take what was sent. */
  readonly detail?: string;
  /** Tags the server raised for what was found here. */
  readonly tags: readonly string[];
  /** The unit's ledger on the server is past what this device has seen of it. */
  readonly behind: boolean;
  /** This device could not keep what was last entered: it is not recorded anywhere. */
  readonly unkept: boolean;
}

/** The step that takes the number of an event the server could not take. It is shown, and the walk cannot clear. */
export const withdrawnStep = (id: string): string => `withdrawn:${id}`;

/**
 * One inspection's events on this device. Writing is to the device's store first; sending follows, and is tried
 * again until the server has answered for every event.
 */
export class InspectionLog {
  private state: LogState = {
    events: [],
    toSend: 0,
    held: [],
    link: "sent",
    tags: [],
    behind: false,
    unkept: false,
  };
  private readonly listeners = new Set<() => void>();
  private readonly sender = new Sender(() => this.sendAll());
  private writing: Promise<unknown> = Promise.resolve();

  constructor(
    private readonly inspectionId: string,
    private readonly fromServer: readonly InspectionEvent[],
    private saw: Saw,
    private readonly nowMs: () => number,
    private readonly sign: Signer,
    /** Who makes what is added, where that is not whoever began the walk. */
    private readonly by?: string,
  ) {
    this.state = { ...this.state, events: inOrder(fromServer) };
  }

  /** What of the unit's ledger has now been read and shown on this device: later events say so. */
  see(head: Saw): void {
    if (head.position < this.saw.position) return;
    this.saw = head;
    this.publish({ behind: false });
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  readonly snapshot = (): LogState => this.state;

  /** Reads what this device still holds, keeps what the server already has, and begins to send. */
  async open(): Promise<void> {
    const known = new Set(this.fromServer.map((event) => event.id));
    const kept = await this.kept();
    const arrived = kept.filter((k) => k.state !== "sent" && known.has(k.id)).map((k) => k.id);
    await localStore().events.bulkUpdate(
      arrived.map((key) => ({ key, changes: { state: "sent" as const } })),
    );
    await this.refresh();
    void this.send();
  }

  /**
   * Adds events in one write; their numbers follow the highest this device has used here. Gives whether this device
   * could keep them: where it could not, nothing of them counts, and the state says so.
   */
  add(bodies: readonly EventBody[]): Promise<boolean> {
    const added = this.writing
      .then(() => this.write(bodies))
      .then(
        () => true,
        () => false,
      );
    this.writing = added.then((kept) => this.publish({ unkept: !kept }));
    return added;
  }

  private async write(bodies: readonly EventBody[]): Promise<void> {
    const device = deviceId();
    // One act, one moment.
    const at = new Date(this.nowMs()).toISOString();
    const { events: table } = localStore();
    await localStore().transaction("rw", table, async () => {
      const kept = await this.kept();
      const mine = kept.filter((k) => k.deviceId === device);
      const served = this.fromServer.filter((e) => e.deviceId === device);
      let seq = Math.max(0, ...mine.map((k) => k.seq), ...served.map((e) => e.seq));
      let follows = inOrder([...this.fromServer, ...kept.map((k) => k.event)]).at(-1)?.id ?? null;
      const events = bodies.map((body) => {
        seq += 1;
        const event = { ...this.base(device, seq, follows, at), ...body } as InspectionEvent;
        follows = event.id;
        return event;
      });
      await table.bulkAdd(await Dexie.waitFor(Promise.all(events.map((event) => this.toSend(event)))));
    });
    await this.refresh();
    void this.send();
  }

  private base(device: string, seq: number, follows: string | null, at: string) {
    const { inspectionId, saw, by } = this;
    const id = crypto.randomUUID();
    const schema: typeof eventSchemaVersion = eventSchemaVersion;
    return {
      schema,
      id,
      inspectionId,
      deviceId: device,
      seq,
      follows,
      at,
      saw,
      ...(by !== undefined && { by }),
    };
  }

  /** An event as it is kept until it is sent: signed by whoever makes it. */
  private async toSend(event: InspectionEvent): Promise<KeptEvent> {
    const { id, inspectionId, deviceId: device, seq } = event;
    const signed = await this.sign("event", event);
    return { id, inspectionId, deviceId: device, seq, event, state: "to_send", ...(signed && { signed }) };
  }

  /** Keeps what other devices have sent of this walk. */
  async learn(events: readonly InspectionEvent[]): Promise<void> {
    const known = new Set(this.state.events.map(({ id }) => id));
    const fresh = events.filter(({ id }) => !known.has(id));
    if (fresh.length === 0) return;
    await localStore().events.bulkPut(
      fresh.map((event) => {
        const { id, inspectionId, deviceId: device, seq } = event;
        return { id, inspectionId, deviceId: device, seq, event, state: "sent" };
      }),
    );
    await this.refresh();
  }

  /** Sends what is waiting. One sender at a time; without a signal it tries again by itself. */
  send(): Promise<void> {
    return this.sender.send();
  }

  private async sendAll(): Promise<void> {
    if (!tryAgain(this.state.link) && (await this.waits())) await this.refresh({ link: "sending" });
    let signedIn = true;
    const { link, detail } = await sendWaiting(this.inspectionId, (taken) => {
      signedIn = taken.signedIn;
      this.publish({
        tags: [...this.state.tags, ...taken.tags],
        behind: this.state.behind || taken.head.position > this.saw.position,
      });
    });
    await this.refresh({ link: link === "sent" && !signedIn ? "signed_out" : link, detail });
    if (link !== "sent") this.sender.later(link);
    // What was entered meanwhile goes at once.
    else if (await this.waits()) await this.sendAll();
  }

  private async waits(): Promise<boolean> {
    return (await this.kept()).some(({ state }) => state === "to_send");
  }

  /**
   * The person takes back an event the server could not take: a mark takes its number, so that the rest can be
   * signed as a record. The event itself stays, here and on the server, and still holds the unit.
   */
  async withdraw(id: string): Promise<void> {
    const { events: table } = localStore();
    const kept = await table.get(id);
    if (kept === undefined || kept.state !== "held") return;
    const { seq, follows, deviceId: device } = kept.event;
    const at = new Date(this.nowMs()).toISOString();
    const base = this.base(device, seq, follows, at);
    await table.add(await this.toSend({ ...base, type: "changed", step: withdrawnStep(id) }));
    await this.refresh();
    void this.send();
  }

  /** What a signature covers: the count of events and the SHA-256 of their canonical list in order. */
  async covered(): Promise<{ eventCount: number; eventsHash: string }> {
    const events = inOrder(this.state.events);
    const bytes = new TextEncoder().encode(canonicalize(events) ?? "");
    return { eventCount: events.length, eventsHash: await sha256(bytes) };
  }

  close(): void {
    this.sender.close();
  }

  private kept(): Promise<KeptEvent[]> {
    return localStore().events.where("inspectionId").equals(this.inspectionId).toArray();
  }

  private async refresh(more: Partial<LogState> = {}): Promise<void> {
    const kept = await this.kept();
    const standing = kept.filter((k) => k.state !== "held").map((k) => k.event);
    const events = inOrder([...this.fromServer, ...standing]);
    const marks = new Set(events.flatMap((e) => (e.type === "changed" ? [e.step] : [])));
    this.publish({
      events,
      toSend: kept.filter((k) => k.state === "to_send").length,
      held: kept
        .filter((k) => k.state === "held")
        .map(({ id, problem = "" }) => ({ id, problem, withdrawn: marks.has(withdrawnStep(id)) })),
      ...more,
    });
  }

  private publish(more: Partial<LogState>): void {
    this.state = { ...this.state, ...more };
    for (const listener of this.listeners) listener();
  }
}
