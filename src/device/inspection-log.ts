import canonicalize from "canonicalize";
import type { InspectionEvent } from "@/core/record/events";
import { inOrder } from "@/core/record/reduce";
import { deviceId, type KeptEvent, localStore } from "./local-store";

type BodyOf<E> = E extends InspectionEvent
  ? Omit<E, "id" | "inspectionId" | "deviceId" | "seq" | "follows" | "at">
  : never;
export type EventBody = BodyOf<InspectionEvent>;

export interface LogState {
  readonly events: readonly InspectionEvent[];
  readonly toSend: number;
  readonly notTaken: readonly { readonly id: string; readonly problem: string }[];
  readonly link: "sent" | "sending" | "no_signal" | "signed_out";
  /** Tags the server raised for what was found here. */
  readonly tags: readonly string[];
}

const batchSize = 100;
const retryMs = 4000;

/**
 * One inspection's events on this device. Writing is to the device's store first; sending follows, and is tried
 * again until the server has answered for every event.
 */
export class InspectionLog {
  private state: LogState = { events: [], toSend: 0, notTaken: [], link: "sent", tags: [] };
  private readonly listeners = new Set<() => void>();
  private timer: ReturnType<typeof setTimeout> | undefined;
  private sending: Promise<void> | undefined;
  private writing: Promise<unknown> = Promise.resolve();

  constructor(
    private readonly inspectionId: string,
    private readonly fromServer: readonly InspectionEvent[],
    tags: readonly string[],
    private readonly nowMs: () => number,
  ) {
    this.state = { ...this.state, events: inOrder(fromServer), tags };
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

  /** Adds events in one write; their numbers follow the highest this device has used here. */
  add(bodies: readonly EventBody[]): Promise<void> {
    const added = this.writing.then(() => this.write(bodies));
    this.writing = added.catch(() => undefined);
    return added;
  }

  private async write(bodies: readonly EventBody[]): Promise<void> {
    const device = deviceId();
    const { events: table } = localStore();
    await localStore().transaction("rw", table, async () => {
      const mine = (await this.kept()).filter((k) => k.deviceId === device);
      const served = this.fromServer.filter((e) => e.deviceId === device);
      let seq = Math.max(0, ...mine.map((k) => k.seq), ...served.map((e) => e.seq));
      let follows = inOrder([...served, ...mine.map((k) => k.event)]).at(-1)?.id ?? null;
      const rows: KeptEvent[] = bodies.map((body) => {
        seq += 1;
        const id = crypto.randomUUID();
        const base = {
          id,
          inspectionId: this.inspectionId,
          deviceId: device,
          seq,
          follows,
          at: new Date(this.nowMs()).toISOString(),
        };
        follows = id;
        return {
          id,
          inspectionId: this.inspectionId,
          deviceId: device,
          seq,
          state: "to_send",
          event: { ...base, ...body } as InspectionEvent,
        };
      });
      await table.bulkAdd(rows);
    });
    await this.refresh();
    void this.send();
  }

  /** Sends what is waiting. One sender at a time; without a signal it tries again by itself. */
  send(): Promise<void> {
    clearTimeout(this.timer);
    this.sending ??= this.sendAll().finally(() => {
      this.sending = undefined;
    });
    return this.sending;
  }

  private async sendAll(): Promise<void> {
    for (;;) {
      const waiting = (await this.kept()).filter((k) => k.state === "to_send").slice(0, batchSize);
      if (waiting.length === 0) {
        await this.refresh({ link: "sent" });
        return;
      }
      await this.refresh({ link: this.state.link === "no_signal" ? "no_signal" : "sending" });
      const link = await this.sendBatch(waiting);
      if (link !== "sent") {
        await this.refresh({ link });
        if (link === "no_signal") this.timer = setTimeout(() => void this.send(), retryMs);
        return;
      }
    }
  }

  private async sendBatch(waiting: readonly KeptEvent[]): Promise<LogState["link"]> {
    let answer: Response;
    try {
      answer = await fetch(`/api/inspections/${this.inspectionId}/events`, {
        method: "POST",
        headers: { "content-type": "application/json" },
        body: JSON.stringify({ events: waiting.map((k) => k.event) }),
      });
    } catch {
      return "no_signal";
    }
    if (answer.status === 401) return "signed_out";
    if (!answer.ok) return "no_signal";
    const { results, tagsRaised } = (await answer.json()) as {
      results: { id: string | null; index: number; status: string; problem?: string }[];
      tagsRaised: string[];
    };
    const { events: table } = localStore();
    for (const result of results) {
      const kept = waiting[result.index];
      if (kept === undefined) continue;
      if (result.status !== "refused") await table.update(kept.id, { state: "sent" });
      else await this.setAside(kept, result.problem ?? "refused");
    }
    if (tagsRaised.length > 0) this.publish({ tags: [...this.state.tags, ...tagsRaised] });
    return "sent";
  }

  /** A refused event keeps its place on the device; a withdrawn mark takes its number, so that no gap is left. */
  private async setAside(kept: KeptEvent, problem: string): Promise<void> {
    const { events: table } = localStore();
    const { id: _id, seq, follows, at } = kept.event;
    const id = crypto.randomUUID();
    const event: InspectionEvent = {
      id,
      inspectionId: kept.inspectionId,
      deviceId: kept.deviceId,
      seq,
      follows,
      at,
      type: "changed",
      step: "withdrawn",
    };
    await localStore().transaction("rw", table, async () => {
      await table.update(kept.id, { state: "not_taken", problem });
      await table.add({
        id,
        inspectionId: kept.inspectionId,
        deviceId: kept.deviceId,
        seq,
        state: "to_send",
        event,
      });
    });
  }

  /** What a signature covers: the count of events and the SHA-256 of their canonical list in order. */
  async covered(): Promise<{ eventCount: number; eventsHash: string }> {
    const events = inOrder(this.state.events);
    const bytes = new TextEncoder().encode(canonicalize(events) ?? "");
    const digest = await crypto.subtle.digest("SHA-256", bytes);
    const eventsHash = [...new Uint8Array(digest)].map((b) => b.toString(16).padStart(2, "0")).join("");
    return { eventCount: events.length, eventsHash };
  }

  close(): void {
    clearTimeout(this.timer);
  }

  private kept(): Promise<KeptEvent[]> {
    return localStore().events.where("inspectionId").equals(this.inspectionId).toArray();
  }

  private async refresh(more: Partial<LogState> = {}): Promise<void> {
    const kept = await this.kept();
    const standing = kept.filter((k) => k.state !== "not_taken").map((k) => k.event);
    this.publish({
      events: inOrder([...this.fromServer, ...standing]),
      toSend: kept.filter((k) => k.state === "to_send").length,
      notTaken: kept
        .filter((k) => k.state === "not_taken")
        .map((k) => ({ id: k.id, problem: k.problem ?? "" })),
      ...more,
    });
  }

  private publish(more: Partial<LogState>): void {
    this.state = { ...this.state, ...more };
    for (const listener of this.listeners) listener();
  }
}
