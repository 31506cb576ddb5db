import type { InspectionEvent } from "./events";

type Ordered = Pick<InspectionEvent, "id" | "deviceId" | "seq" | "follows">;

/**
 * Events once each, in the order they were made: each after those its own device made before, and after the one its
 * device knew as the last (`follows`), whichever device made that. Where neither knew of the other, whoever had fewer
 * events before goes first, then the device's name decides. The same events give the same order however they arrive;
 * what claims to follow itself is taken in its own device's order.
 */
export function inOrder<E extends Ordered>(events: readonly E[]): readonly E[] {
  const once = new Map(events.map((event) => [event.id, event]));
  const queues = new Map<string, E[]>();
  for (const event of once.values()) {
    const queue = queues.get(event.deviceId);
    if (queue === undefined) queues.set(event.deviceId, [event]);
    else queue.push(event);
  }
  const waiting = [...queues.values()].map((queue) => ({
    queue: queue.sort((a, b) => a.seq - b.seq || compareText(a.id, b.id)),
    /** How many events come before the next of this device, along the longest line of what it knew. */
    before: 0,
  }));
  const placed = new Map<string, number>();
  const order: E[] = [];
  while (order.length < once.size) {
    const heads = waiting.flatMap((line) => {
      const event = line.queue[0];
      if (event === undefined) return [];
      const { follows } = event;
      const known = follows === null ? undefined : placed.get(follows);
      const waits = follows !== null && known === undefined && once.has(follows);
      return [{ line, event, waits, depth: 1 + Math.max(line.before, known ?? 0) }];
    });
    const ready = heads.filter((head) => !head.waits);
    const next = (ready.length > 0 ? ready : heads).reduce((a, b) =>
      b.depth < a.depth || (b.depth === a.depth && b.event.deviceId < a.event.deviceId) ? b : a,
    );
    next.line.queue.shift();
    next.line.before = next.depth;
    placed.set(next.event.id, next.depth);
    order.push(next.event);
  }
  return order;
}

/** A comparison that no locale changes. */
export const compareText = (a: string, b: string): number => (a < b ? -1 : a > b ? 1 : 0);
