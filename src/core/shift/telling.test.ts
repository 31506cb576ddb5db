import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { localMs } from "../vocabulary/zone";
import { isDigestDue, mayBeSentMs, triedAgainMin } from "./telling";

const at = (time: string) => Date.parse(`2026-03-02T${time}:00Z`);
const night = { fromMin: 21 * 60, untilMin: 5 * 60 };

describe("quiet hours", () => {
  it("hold a mail until they are over, by the clocks of the site, over midnight too", () => {
    expect(mayBeSentMs(at("20:59"), night, "UTC")).toBe(at("20:59"));
    expect(mayBeSentMs(at("21:00"), night, "UTC")).toBe(at("05:00") + 86_400_000);
    expect(mayBeSentMs(at("04:59"), night, "UTC")).toBe(at("05:00"));
    expect(mayBeSentMs(at("05:00"), night, "UTC")).toBe(at("05:00"));
    expect(mayBeSentMs(at("20:30"), night, "CET")).toBe(at("04:00") + 86_400_000);
    expect(mayBeSentMs(at("12:30"), { fromMin: 720, untilMin: 780 }, "UTC")).toBe(at("13:00"));
    expect(mayBeSentMs(at("12:30"), undefined, "UTC")).toBe(at("12:30"));
  });

  it("never send earlier, never within them, and hold no longer than a day and an hour, on any day of the clocks", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: Date.parse("2026-01-01"), max: Date.parse("2026-12-31") }),
        fc.integer({ min: 0, max: 1439 }),
        fc.integer({ min: 0, max: 1439 }),
        fc.constantFrom("UTC", "CET", "+05:30"),
        (ms, fromMin, untilMin, zone) => {
          const sent = mayBeSentMs(ms, { fromMin, untilMin }, zone);
          expect(sent).toBeGreaterThanOrEqual(ms);
          expect(sent - ms).toBeLessThanOrEqual(25 * 3_600_000);
          if (sent > ms) expect(Math.floor(localMs(sent, zone) / 60_000) % 1440).toBe(untilMin);
        },
      ),
    );
  });
});

describe("a shift's digest", () => {
  it("is due in the hour before it begins, and what cannot be sent is tried ever less often", () => {
    expect(isDigestDue(at("05:29"), at("06:30"))).toBe(false);
    expect(isDigestDue(at("05:30"), at("06:30"))).toBe(true);
    expect(isDigestDue(at("06:30"), at("06:30"))).toBe(false);
    expect([0, 1, 5, 6, 30].map(triedAgainMin)).toEqual([1, 2, 32, 60, 60]);
  });
});
