import { describe, expect, it } from "vitest";
import type { SealedDocument } from "@/core/decision/sealed";
import { eventSchemaVersion } from "@/core/record/event-form";
import type { InspectionEvent } from "@/core/record/events";
import type { Sheet } from "@/core/sheet/sheet";
import { RecordView } from "@/screens/record/record-view";
import { screen, show } from "./show";
import { checkWhere, scissor } from "./walk";

const keyOf = (id: string) => checkWhere(scissor, ({ definition }) => definition.id === id).key;
const rails = keyOf("rails.condition");
const charge = keyOf("battery.charge");
const [oake, wren] = [
  { id: "p-1", name: "R. Oake", answers: 1 },
  { id: "p-2", name: "J. Wren", answers: 1 },
];

const events = [
  { type: "answered", check: rails, result: { kind: "condition", condition: "scuffed" } },
  { type: "measured", check: charge, value: 25.1, by: "p-2" },
  { type: "matter", check: rails, finding: "f-0", says: "same" },
].map((event, i) => ({
  ...{ schema: eventSchemaVersion, id: `e-${i}`, inspectionId: "i-1", deviceId: "d", seq: i + 1 },
  ...{
    follows: i === 0 ? null : `e-${i - 1}`,
    at: `2026-03-02T05:4${i}:00Z`,
    saw: { position: 1, headHash: "" },
  },
  ...event,
})) as unknown as readonly InspectionEvent[];

const document = {
  ...{ by: "p-1", startedAt: "2026-03-02T05:40:00Z", scope: { kind: "full" }, outcome: "cleared_with_notes" },
  ...{ shownOutcome: "cleared_with_notes", reasons: [{ reason: "notes", detail: "1" }], events },
  pinned: { sheetHash: "a".repeat(64), catalogueVersion: 8, policyHash: "b".repeat(64) },
  findings: [
    {
      ...{ check: rails, part: "rails", condition: "scuffed", eventId: "e-0", place: false, grade: "watch" },
      ...{ rule: "graded.catalogue", floor: false, note: "Top rail" },
    },
  ],
  signature: { kind: "typed", name: "R. Oake" },
} as unknown as SealedDocument;

function look(sheet: Sheet | undefined, zone = "UTC") {
  show(
    <RecordView
      record={{
        ...{ inspectionId: "i-1", plate: "LM-06", serial: "S-1", family: "slab_scissor", signer: "R. Oake" },
        ...{ badge: "1041", hash: "c".repeat(64), position: 3, document, shares: [oake, wren] },
        ...{ recordedAtMs: Date.parse("2026-03-02T05:50:00Z"), device: undefined, pictures: [] },
      }}
      measures="metric"
      zone={zone}
      left={null}
      sheet={sheet}
    />,
  );
  return screen.getAllByRole("listitem").map((one) => one.textContent ?? "");
}

describe("a record", () => {
  it("has what was found first, then what was open before, then every check by stop with its reading and limit", () => {
    const lines = look(scissor);
    const at = (words: RegExp) => lines.findIndex((line) => words.test(line));
    const found = at(/scuffed.*Top rail/);
    expect(found).toBeGreaterThanOrEqual(0);
    expect(at(/same as before/)).toBeGreaterThan(found);
    const read = at(/^Charge/);
    expect(read).toBeGreaterThan(at(/same as before/));
    expect(lines[read]).toContain("25.1 V");
    expect(lines[read]).toContain("24.8 V or more");
    // Who gave it, where two were on it.
    expect(lines[read]).toContain("J. Wren");
    expect(screen.getByRole("heading", { name: /^2\. Battery tray/ }).textContent).toContain("05:41");
  });

  it("is told by the site's clock, and without a limit where its sheet is no longer kept", () => {
    const lines = look(undefined, "+02:00");
    expect(lines.find((line) => /^Charge/.test(line))).not.toContain("or more");
    expect(screen.getByRole("heading", { name: /^2\. Battery tray/ }).textContent).toContain("07:41");
  });
});
