import type { Check } from "@/core/catalogue/catalogue";
import { checksOf } from "@/core/catalogue/catalogue";
import { cleanFacts } from "@/core/decision/clean-facts";
import { foundStowed } from "@/core/plan/found";
import type { Sheet } from "@/core/sheet/sheet";
import { defaultPolicy } from "@/core/vocabulary/policy";
import { demoSheets } from "@/demo/sheets/demo-sheets";
import type { InspectData } from "@/screens/inspect/inspect-data";

export const startMs = Date.parse("2026-03-02T05:40:00Z");

/** What the server gives a tablet to walk a unit, nothing answered yet. */
const oake = { id: "00000000-0000-4000-8000-0000000000bb", name: "R. Oake" };

export function walkOf(sheet: Sheet, more: Partial<InspectData> = {}): InspectData {
  return {
    id: "00000000-0000-4000-8000-000000000001",
    unitId: "00000000-0000-4000-8000-0000000000aa",
    plate: "LM-07",
    scope: { kind: "full" },
    sheet,
    policy: defaultPolicy,
    found: foundStowed(sheet),
    events: [],
    head: { position: 3, headHash: "a".repeat(64) },
    facts: cleanFacts(startMs, startMs + 4 * 3_600_000),
    minutes: {},
    topUps: {},
    person: oake,
    people: [oake],
    nowMs: startMs,
    zone: "UTC",
    shift: { id: "early", startMs: startMs + 3_000_000, endMs: startMs + 31_800_000 },
    measures: "metric",
    ...more,
  };
}

export const scissor = demoSheets["dunmarrow-s24"];
export const boom = demoSheets["calder-vey-kb160"];

/** The first check of a sheet that is as asked for. */
export function checkWhere(sheet: Sheet, is: (check: Check) => boolean): Check {
  const check = checksOf(sheet).find(is);
  if (check === undefined) throw new Error("expected such a check on this sheet");
  return check;
}
