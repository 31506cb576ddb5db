import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { canonical, sha256 } from "./chain";
import { fromColumns, toColumns } from "./columns";
import { dictionary } from "./dictionary";
import { packEvents, unpackEvents } from "./kept-events";

const value = fc.oneof(
  fc.string(),
  fc.integer(),
  fc.constantFrom(null, true, 1, "1", "a"),
  fc.record({ kind: fc.string(), n: fc.double({ noNaN: true, noDefaultInfinity: true }) }),
);
/** Records with fields there and away, ids that repeat, and what each follows being the one before, another, none or 1. */
const records = fc.array(
  fc.record(
    {
      id: fc.oneof(fc.uuid(), fc.constantFrom("a", "0B0F5CD4-5DA4-4D0B-8C5A-2C8C1E0E8C7A")),
      follows: fc.oneof(fc.constantFrom("a", "b", "c"), fc.constant(null)),
      at: fc.string(),
      result: value,
      note: value,
      constructor: fc.string(),
    },
    { requiredKeys: [] },
  ),
);

describe("events kept beside an entry", () => {
  it("come back as they went, whatever they hold", () => {
    const sameIds = records.map((some) =>
      some.map((one) => ({ ...one, id: "6f9619ff-8b86-4011-b42d-00c04fc964ff" })),
    );
    fc.assert(
      fc.property(fc.oneof(records, sameIds), (events) => {
        expect(canonical(fromColumns(toColumns(events)))).toBe(canonical(events));
        const { digest, packed } = packEvents(events);
        expect(canonical(unpackEvents(packed))).toBe(canonical(events));
        expect(digest).toBe(sha256(canonical(events)));
      }),
    );
  });

  it("are packed with words that never change: what was packed with others does not unpack", () => {
    expect(sha256(dictionary)).toBe("e8d0788592c19a55aad1f07336ba2ef4f7f8525a1825e86c79277eb627524a68");
  });
});
