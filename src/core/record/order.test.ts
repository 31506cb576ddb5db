import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { inOrder } from "./order";

interface Made {
  readonly id: string;
  readonly deviceId: string;
  readonly seq: number;
  readonly follows: string | null;
}

const devices = ["c", "a", "b"] as const;

/** What happens: a device makes an event, or hears all that another has. */
const happening = fc.oneof(
  { weight: 3, arbitrary: fc.record({ makes: fc.constantFrom(...devices) }) },
  fc.record({ hears: fc.constantFrom(...devices), from: fc.constantFrom(...devices) }),
);

/** Devices as they are: each event follows the last its device knows, by the order in question. */
function played(happenings: readonly ({ makes: string } | { hears: string; from: string })[]) {
  const known = new Map<string, Map<string, Made>>(devices.map((device) => [device, new Map()]));
  const behind = new Map<string, ReadonlySet<string>>();
  const all: Made[] = [];
  for (const one of happenings) {
    if ("hears" in one) {
      for (const [id, event] of known.get(one.from) ?? []) known.get(one.hears)?.set(id, event);
      continue;
    }
    const mine = known.get(one.makes) ?? new Map<string, Made>();
    const event = {
      id: `e${all.length}`,
      deviceId: one.makes,
      seq: 1 + [...mine.values()].filter((e) => e.deviceId === one.makes).length,
      follows: inOrder([...mine.values()]).at(-1)?.id ?? null,
    };
    behind.set(event.id, new Set(mine.keys()));
    mine.set(event.id, event);
    all.push(event);
  }
  return { all, behind };
}

const history = fc.array(happening, { maxLength: 40 });

describe("the order of events", () => {
  it("is each device's own, and puts an event after the one it follows", () => {
    fc.assert(
      fc.property(history, (happenings) => {
        const { all } = played(happenings);
        const at = new Map(inOrder(all).map((event, i) => [event.id, i]));
        expect(at.size).toBe(all.length);
        for (const event of all) {
          const before = all.find((e) => e.deviceId === event.deviceId && e.seq === event.seq - 1);
          for (const id of [before?.id, event.follows])
            if (id !== undefined && id !== null) expect(at.get(id)).toBeLessThan(at.get(event.id) as number);
        }
      }),
    );
  });

  it("is the one it was made in, wherever each device knew of all before it", () => {
    fc.assert(
      fc.property(fc.array(fc.constantFrom(...devices), { maxLength: 30 }), (makers) => {
        const told = makers.flatMap((makes) => [
          { makes },
          ...devices.map((hears) => ({ hears, from: makes })),
        ]);
        const { all } = played(told);
        expect(inOrder(all).map((e) => e.id)).toEqual(all.map((e) => e.id));
      }),
    );
  });

  it("does not depend on how the events arrive, nor on one arriving twice", () => {
    fc.assert(
      fc.property(history, fc.infiniteStream(fc.nat()), (happenings, dice) => {
        const { all } = played(happenings);
        const keyed = all.map((event) => ({ event, key: dice.next().value as number }));
        const shuffled = keyed.sort((a, b) => a.key - b.key).map(({ event }) => event);
        expect(inOrder([...shuffled, ...all.slice(0, 5)])).toEqual(inOrder(all));
      }),
    );
  });

  it("comes to an end, in each device's own order, whatever is claimed to follow what", () => {
    const id = fc.constantFrom("e0", "e1", "e2", "e3", "e4", "e5");
    const claimed = fc.record({
      id,
      deviceId: fc.constantFrom(...devices),
      seq: fc.integer({ min: 1, max: 4 }),
      follows: fc.option(id),
    });
    fc.assert(
      fc.property(fc.array(claimed, { maxLength: 12 }), (events) => {
        const order = inOrder(events);
        expect(order).toHaveLength(new Set(events.map((event) => event.id)).size);
        for (const device of devices) {
          const own = order.filter((event) => event.deviceId === device).map((event) => event.seq);
          expect(own).toEqual([...own].sort((a, b) => a - b));
        }
      }),
    );
  });
});
