import { randomUUID } from "node:crypto";
import { sql } from "kysely";
import { describe, expect, it } from "vitest";
import { slabScissorSheet } from "@/demo/sheets/slab-scissors";
import { walkAndSign } from "@/server/demo/walk";
import { holdUnread, ingest } from "@/server/inspections/ingest";
import { verifyLedgers } from "@/server/ledger/verify";
import { lookAtReport } from "@/server/reports/look";
import { matchRequest } from "@/server/reports/match";
import { standingReports } from "@/server/reports/read";
import { raiseTag } from "@/server/tags/raise";
import { tagDetail } from "@/server/tags/read";
import { addUnit, answered, at, begin, state, yardForFile } from "../database";

const yard = yardForFile();
const weld = "frame.welds@chassis_front.v1";

const cracked = (note: string) => ({
  check: weld,
  result: { kind: "condition", condition: "cracked", note },
});

describe("rule: each event stands alone, and what is not taken holds the unit until somebody looks", () => {
  const bad: Readonly<Record<string, object>> = {
    "a NUL": cracked("half \u0000 way"),
    "a lone surrogate": cracked("half \ud800 way"),
    "a number past every range": { seq: 1e300 },
    "a reading of 1e300": { type: "measured", check: "battery.charge@battery_tray.v1", value: 1e300 },
    "a kind this version does not know": { type: "hologram" },
    "a condition the check does not have": { result: { kind: "condition", condition: "purple" } },
    "a used rescue override said to explain it": { result: { kind: "fine", cause: "rescue_stored" } },
    "a check the sheet does not have": { check: "no.such@place.v1" },
  };
  for (const [name, more] of Object.entries(bad)) {
    it(`${name}: takes none of the others along, is kept byte for byte, and holds`, async () => {
      const plate = `R-${Object.keys(bad).indexOf(name)}`;
      const unitId = await addUnit(yard.db, plate, slabScissorSheet);
      const id = await begin(yard, unitId, yard.people.operator, 0);
      const sent = answered(id, 2, more);
      const events = [answered(id, 1), sent, answered(id, 3, cracked("behind it"))];
      const { results, tagsRaised } = await ingest(yard.db, id, yard.people.operator, { events }, at(5));
      expect(results.map((r) => r.status)).toEqual(["accepted", "held", "accepted"]);
      // The finding behind it has hung its tag.
      expect(tagsRaised).toHaveLength(1);
      // Sent again, as a device does that had no answer, it is one report.
      await ingest(yard.db, id, yard.people.operator, { events }, at(6));
      const reports = (await standingReports(yard.db, "yard")).filter((r) => r.plate === plate);
      expect(reports).toHaveLength(1);
      expect(reports[0]?.raw).toBe(JSON.stringify(sent));
      const { rows } = await sql<{
        n: number;
      }>`SELECT count(*)::int AS n FROM standing_hold WHERE unit_id = ${unitId}`.execute(yard.db);
      expect(rows[0]?.n).toBe(2);
    });
  }

  it("holds alone too, and only somebody other than the sender may look", async () => {
    const unitId = await addUnit(yard.db, "R-20", slabScissorSheet);
    const walk = { personId: yard.people.second, signer: "s", random: yard.random };
    await walkAndSign(
      yard.db,
      { ...walk, inspectionId: await begin(yard, unitId, yard.people.second, 0) },
      at(0),
    );
    expect(await state(yard, unitId, 60)).toBe("cleared");
    const id = await begin(yard, unitId, yard.people.owner, 61);
    await ingest(yard.db, id, yard.people.owner, { events: [answered(id, 1, { type: "hologram" })] }, at(62));
    expect(await state(yard, unitId, 63)).toBe("held");
    const [report] = (await standingReports(yard.db, "yard")).filter((r) => r.plate === "R-20");
    const look = (person: string) =>
      lookAtReport(yard.db, report?.id ?? "", person, "Read it: nothing was found", at(64));
    await expect(look(yard.people.owner)).rejects.toThrow(/other than the sender/);
    // The database refuses it too, whoever writes there.
    const own = {
      reportId: report?.id ?? "",
      lookedBy: yard.people.owner,
      lookedAt: at(64),
      says: "x",
      tagId: null,
    };
    await expect(yard.db.insertInto("reportLook").values(own).execute()).rejects.toThrow(
      /other than the sender/,
    );
    await look(yard.people.technician);
    await expect(look(yard.people.technician)).rejects.toThrow(/looked at/);
    // It touched nothing that was proven: what stood stands.
    expect(await state(yard, unitId, 65)).toBe("cleared");
  });

  it("keeps a body that is no batch of events at all", async () => {
    const unitId = await addUnit(yard.db, "R-21", slabScissorSheet);
    const id = await begin(yard, unitId, yard.people.operator, 0);
    await holdUnread(yard.db, id, yard.people.operator, "{\u0000 half a batch \ud800", at(1));
    expect(await state(yard, unitId, 2)).toBe("held");
    await expect(ingest(yard.db, id, yard.people.operator, { events: "x" }, at(3))).rejects.toThrow(
      /is kept/,
    );
    expect((await standingReports(yard.db, "yard")).filter((r) => r.plate === "R-21")).toHaveLength(2);
  });

  it("and the ledgers speak of every one of them", async () => {
    expect((await verifyLedgers(yard.db)).breaks).toEqual([]);
  });
});

describe("rule: a request to tag from anybody identified always ends with the unit held", () => {
  const raise = (plate: string, body: string, minute = 1) =>
    raiseTag(yard.db, plate, yard.people.untrained, body, at(minute));

  for (const [name, body] of Object.entries({
    nothing: "",
    "half a body": '{"reason":"le',
    "a NUL": JSON.stringify({ reason: "leak", note: "a\u0000b" }),
    "a lone surrogate": JSON.stringify({ reason: "leak", note: "a\ud800b" }),
    "the wrong shape": '[1,2,{"id":7}]',
    "a very long reason": JSON.stringify({ reason: "x".repeat(5000) }),
  })) {
    it(`whatever else is in it: ${name}`, async () => {
      const plate = `T-${name.length}${name[0]}`;
      const unitId = await addUnit(yard.db, plate, slabScissorSheet);
      expect(await raise(plate, body)).toMatchObject({ number: expect.stringMatching(/^T-\d{4}$/) });
      expect(await state(yard, unitId, 2)).toBe("tagged_out");
    });
  }

  it("finds the unit as people type its plate", async () => {
    await addUnit(yard.db, "LM-05", slabScissorSheet);
    for (const plate of ["lm-05 ", "LM05", "lm 05", " Lm-05"])
      expect(await raise(plate, '{"reason":"leak"}')).toHaveProperty("number");
  });

  it("an id whose tag has been released hangs a new one; the same request twice is one", async () => {
    const unitId = await addUnit(yard.db, "T-ID", slabScissorSheet);
    const id = randomUUID();
    const body = JSON.stringify({ id, reason: "leak" });
    const first = await raise("T-ID", body);
    expect(await raise("T-ID", body)).toEqual(first);
    // Released behind the app's back: the whole way is tried elsewhere.
    await sql`ALTER TABLE tag_step DISABLE TRIGGER in_order`.execute(yard.db);
    await sql`INSERT INTO tag_step (id, tag_id, unit_id, kind, person_id, at, detail, seen_position, ledger_position)
      VALUES (${randomUUID()}, ${id}, ${unitId}, 'released', ${yard.people.owner}, ${at(3)}, '{}', 1, 2)`.execute(
      yard.db,
    );
    await sql`ALTER TABLE tag_step ENABLE TRIGGER in_order`.execute(yard.db);
    const again = await raise("T-ID", body, 4);
    expect(again.id).not.toBe(id);
    expect(await state(yard, unitId, 5)).toBe("tagged_out");
    await addUnit(yard.db, "T-ID2", slabScissorSheet);
    expect((await raise("T-ID2", body, 6)).id).not.toBe(id);
  });

  it("one whose unit cannot be told alarms the site until somebody says which, and tags that one", async () => {
    const unitId = await addUnit(yard.db, "T-REAL", slabScissorSheet);
    const asked = await raise("NO-SUCH", '{"reason":"leak","note":"left rear"}', 1);
    expect(asked).toMatchObject({ unmatched: true });
    const reports = (await standingReports(yard.db, "yard")).filter((r) => r.kind === "unmatched_tag");
    expect(reports).toHaveLength(1);
    expect(reports[0]?.problem).toContain("NO-SUCH");
    await expect(
      lookAtReport(yard.db, asked.id, yard.people.owner, "nothing to do with us", at(2)),
    ).rejects.toThrow(/which unit/);
    const { number } = await matchRequest(yard.db, asked.id, unitId, yard.people.owner, at(3));
    expect(number).toMatch(/^T-/);
    expect(await state(yard, unitId, 4)).toBe("tagged_out");
    expect((await standingReports(yard.db, "yard")).filter((r) => r.kind === "unmatched_tag")).toEqual([]);
  });

  it("numbers go on past 9,999 and take no finding with them", async () => {
    await sql`SELECT setval('tag_number', 9998)`.execute(yard.db);
    const numbers: string[] = [];
    for (const i of [0, 1, 2]) {
      await addUnit(yard.db, `N-${i}`, slabScissorSheet);
      const raised = await raise(`N-${i}`, "{}");
      numbers.push((await tagDetail(yard.db, raised.id))?.number ?? "");
    }
    expect(numbers).toEqual(["T-9999", "T-10000", "T-10001"]);
    const unitId = await addUnit(yard.db, "N-3", slabScissorSheet);
    const id = await begin(yard, unitId, yard.people.operator, 0);
    const { tagsRaised } = await ingest(
      yard.db,
      id,
      yard.people.operator,
      { events: [answered(id, 1, cracked("x"))] },
      at(1),
    );
    expect(tagsRaised).toEqual(["T-10002"]);
  });
});
