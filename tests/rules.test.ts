import { randomUUID } from "node:crypto";
import { sql } from "kysely";
import pg from "pg";
import { describe, expect, it } from "vitest";
import { articulatingBoomSheet } from "@/demo/sheets/articulating-booms";
import { slabScissorSheet } from "@/demo/sheets/slab-scissors";
import { migrate, migrateDown } from "@/server/database/migrate";
import { walkAndSign } from "@/server/demo/walk";
import { ingest } from "@/server/inspections/ingest";
import { startRetest } from "@/server/inspections/start";
import { bookAsFound } from "@/server/ledger/books";
import { verifyBooks } from "@/server/ledger/verify-books";
import { raiseTag } from "@/server/tags/raise";
import { tagDetail } from "@/server/tags/read";
import { recordRepair, releaseTag } from "@/server/tags/return";
import { recordUnitEvent } from "@/server/units/events";
import { standings } from "@/server/units/standing";
import { addUnit, at, begin, tagOut, yardForFile } from "./database";

const yard = yardForFile();

const walk = (inspectionId: string, personId: string, minute: number, answers = {}) =>
  walkAndSign(yard.db, { inspectionId, personId, signer: "test", random: yard.random, answers }, at(minute));
const state = async (unitId: string, minute: number) =>
  (await standings(yard.db, [unitId], at(minute))).get(unitId)?.state;
const repair = { cause: "c", work: "w", repaired: [], disturbed: [], licence: "L1" };

async function tagged(plate: string): Promise<{ unitId: string; tagId: string; number: string }> {
  const unitId = await addUnit(yard.db, plate, slabScissorSheet);
  const { id, number } = await tagOut(yard, plate, yard.people.operator, 0);
  return { unitId, tagId: id, number };
}

/** A row written by plain SQL, past every use case. */
async function plainSeal(
  unitId: string,
  outcome: string,
  more: Record<string, string | number> = {},
): Promise<void> {
  const inspectionId = await begin(yard, unitId, yard.people.operator, 1);
  const row = {
    scope: "full",
    signed_by: yard.people.operator,
    checks_due: 5,
    answered: 5,
    skipped: 0,
    ungradable: 0,
    ...more,
  };
  await sql`INSERT INTO seal VALUES (${inspectionId}, ${unitId}, ${outcome}, ${outcome}, '[]', ${row.scope}, ${row.signed_by}, ${at(20)}, ${at(1)},
    ${row.checks_due}, ${row.answered}, ${row.skipped}, ${row.ungradable}, ${at(400)}, 1)`.execute(yard.db);
}

describe("rule 1: a finding that tags out holds the unit at once", () => {
  it("holds before the signature, and a later better answer does not lift it", async () => {
    const unitId = await addUnit(yard.db, "R1-A", slabScissorSheet);
    const inspectionId = await begin(yard, unitId, yard.people.operator, 0);
    const check = "wheel.nuts@wheel_front_left.v1";
    const id = randomUUID();
    const base = { inspectionId, deviceId: "t", at: at(1).toISOString(), type: "answered", check };
    const first = await ingest(
      yard.db,
      inspectionId,
      yard.people.operator,
      {
        events: [
          { ...base, id, seq: 1, follows: null, result: { kind: "condition", condition: "nut_missing" } },
        ],
      },
      at(1),
    );
    expect(first.tagsRaised).toHaveLength(1);
    expect(await state(unitId, 1)).toBe("tagged_out");
    await ingest(
      yard.db,
      inspectionId,
      yard.people.operator,
      {
        events: [
          {
            ...base,
            id: randomUUID(),
            seq: 2,
            follows: id,
            result: { kind: "fine" },
            supersedes: { event: id, reason: "miscounted" },
          },
        ],
      },
      at(2),
    );
    expect(await state(unitId, 2)).toBe("tagged_out");
  });

  it("holds by plain SQL too, and the finding cannot be softened or removed", async () => {
    const unitId = await addUnit(yard.db, "R1-B", slabScissorSheet);
    const inspectionId = await begin(yard, unitId, yard.people.operator, 0);
    const finding = (grade: string, condition: string, floor: boolean) =>
      sql`INSERT INTO finding (id, inspection_id, unit_id, check_key, check_id, part, condition, grade, rule, floor, place, event_id, found_by, found_at)
        VALUES (${randomUUID()}, ${inspectionId}, ${unitId}, 'k', 'wheel.nuts', 'wheel_nuts', ${condition}, ${grade}, 'r', ${floor}, false, ${randomUUID()}, ${yard.people.operator}, ${at(1)})`.execute(
        yard.db,
      );
    await expect(finding("watch", "nut_missing", false)).rejects.toThrow(/on the floor/);
    await expect(finding("watch", "nut_loose", true)).rejects.toThrow(/finding_check/);
    await finding("tag_out", "nut_missing", true);
    expect(await state(unitId, 1)).toBe("tagged_out");
    await expect(sql`UPDATE finding SET grade = 'watch'`.execute(yard.db)).rejects.toThrow(/never changed/);
    await expect(sql`DELETE FROM tag`.execute(yard.db)).rejects.toThrow(/never changed/);
    await expect(sql`TRUNCATE tag_step`.execute(yard.db)).rejects.toThrow(/never changed/);
  });
});

describe("rule 2: a tag-out needs an identity and nothing else, and beats a clearance", () => {
  it("anyone may tag, with an unreadable request too, and the same request twice is one tag", async () => {
    const unitId = await addUnit(yard.db, "R2-A", slabScissorSheet);
    await walk(await begin(yard, unitId, yard.people.operator, 0), yard.people.operator, 0);
    expect(await state(unitId, 60)).toBe("cleared");
    const id = randomUUID();
    const one = await tagOut(yard, "R2-A", yard.people.untrained, 61, { id, reason: "leak" });
    const two = await tagOut(yard, "R2-A", yard.people.untrained, 61, { id, reason: "leak" });
    expect(two).toEqual(one);
    expect(await state(unitId, 61)).toBe("tagged_out");
    const odd = await raiseTag(yard.db, "R2-A", yard.people.untrained, "%%% not json", at(62));
    if ("unmatched" in odd) throw new Error("expected a tag");
    const kept = await yard.db
      .selectFrom("tag")
      .select(["reason", "raw"])
      .where("number", "=", odd.number)
      .executeTakeFirstOrThrow();
    expect(kept).toEqual({
      reason: "unreadable",
      raw: { base64: Buffer.from("%%% not json").toString("base64") },
    });
  });

  it("of a tag and a clearance racing on two connections, the tag always wins", async () => {
    for (let round = 0; round < 6; round++) {
      const unitId = await addUnit(yard.db, `R2-R${round}`, slabScissorSheet);
      const inspectionId = await begin(yard, unitId, yard.people.operator, 0);
      const [signed, tag] = await Promise.allSettled([
        walk(inspectionId, yard.people.operator, 0),
        tagOut(yard, `R2-R${round}`, yard.people.second, 1),
      ]);
      expect(tag.status).toBe("fulfilled");
      expect(await state(unitId, 60)).toBe("tagged_out");
      expect(signed.status).toBe("fulfilled");
    }
  });
});

describe("rule 3: tags are numbered once, several may stand, and a release must have seen the latest", () => {
  it("goes repaired, re-tested, released by a second person, and then an inspection is owed", async () => {
    const { unitId, tagId, number } = await tagged("R3-A");
    const head = async () => (await tagDetail(yard.db, tagId))?.seenPosition ?? 0;
    const release = async (person: string, minute: number) =>
      releaseTag(yard.db, tagId, person, { number, seenPosition: await head() }, at(minute));
    await expect(release(yard.people.otherTechnician, 1)).rejects.toThrow(/expected a repair/);
    await expect(startRetest(yard.db, yard.people.technician, tagId, at(1))).rejects.toThrow(
      /record the repair/,
    );
    await recordRepair(yard.db, tagId, yard.people.technician, repair, at(2));
    await expect(release(yard.people.otherTechnician, 3)).rejects.toThrow(/passed re-test/);
    const retest = await startRetest(yard.db, yard.people.technician, tagId, at(4));
    expect((await walk(retest, yard.people.technician, 4)).outcome).toBe("retest_passed");
    await expect(release(yard.people.technician, 60)).rejects.toThrow(/second person/);
    await expect(
      releaseTag(
        yard.db,
        tagId,
        yard.people.otherTechnician,
        { number: "T-9999", seenPosition: await head() },
        at(60),
      ),
    ).rejects.toThrow(/you typed T-9999/);
    await release(yard.people.otherTechnician, 61);
    expect(await state(unitId, 62)).toBe("inspection_owed");
    await expect(release(yard.people.otherTechnician, 63)).rejects.toThrow(/already released/);
    await walk(await begin(yard, unitId, yard.people.operator, 70), yard.people.operator, 70);
    expect(await state(unitId, 130)).toBe("cleared");
  });

  it("a failed re-test passes nothing and tags the unit again", async () => {
    const { unitId, tagId, number } = await tagged("R3-B");
    await recordRepair(yard.db, tagId, yard.people.technician, repair, at(2));
    const retest = await startRetest(yard.db, yard.people.technician, tagId, at(4));
    const signed = await walk(retest, yard.people.technician, 4, {
      "ground.stop_button": { condition: "sticks" },
    });
    expect(signed.outcome).toBe("tagged_out");
    const detail = await tagDetail(yard.db, tagId);
    expect(detail?.waits).toBe("retest");
    await expect(
      releaseTag(
        yard.db,
        tagId,
        yard.people.owner,
        { number, seenPosition: detail?.seenPosition ?? 0 },
        at(60),
      ),
    ).rejects.toThrow(/passed re-test/);
    expect((await standings(yard.db, [unitId], at(60))).get(unitId)?.tags).toHaveLength(2);
  });

  it("of a release and a new tag racing, the unit is never usable", async () => {
    for (let round = 0; round < 4; round++) {
      const { unitId, tagId, number } = await tagged(`R3-R${round}`);
      await recordRepair(yard.db, tagId, yard.people.technician, repair, at(2));
      await walk(await startRetest(yard.db, yard.people.technician, tagId, at(4)), yard.people.technician, 4);
      const seenPosition = (await tagDetail(yard.db, tagId))?.seenPosition ?? 0;
      const [released, again] = await Promise.allSettled([
        releaseTag(yard.db, tagId, yard.people.owner, { number, seenPosition }, at(61)),
        tagOut(yard, `R3-R${round}`, yard.people.operator, 61, { reason: "leak" }),
      ]);
      expect(again.status).toBe("fulfilled");
      if (released.status === "rejected") expect(String(released.reason)).toMatch(/something newer/);
      expect(await state(unitId, 62)).toBe("tagged_out");
    }
  });

  it("numbers are unique by constraint", async () => {
    const { unitId, number } = await tagged("R3-C");
    await expect(
      sql`INSERT INTO tag (number, unit_id, reason, raised_by, raised_at) VALUES (${number}, ${unitId}, 'x', ${yard.people.operator}, now())`.execute(
        yard.db,
      ),
    ).rejects.toThrow(/tag_number_key/);
  });
});

describe("rule 4: what was signed stays, whether it is in effect is worked out anew", () => {
  it("a standing tag, an overdue examination and an untrained signer refuse a clearance by plain SQL", async () => {
    const { unitId } = await tagged("R4-A");
    await expect(plainSeal(unitId, "cleared")).rejects.toThrow(/carries a tag/);
    const overdue = await addUnit(yard.db, "R4-B", slabScissorSheet, at(0));
    await expect(plainSeal(overdue, "cleared")).rejects.toThrow(/overdue/);
    const clean = await addUnit(yard.db, "R4-C", slabScissorSheet);
    await expect(plainSeal(clean, "cleared", { signed_by: yard.people.untrained })).rejects.toThrow(
      /trained on this family/,
    );
  });

  it("a reader sees a tag whole or not at all, and waits for nobody", async () => {
    const unitId = await addUnit(yard.db, "R4-D", slabScissorSheet);
    await walk(await begin(yard, unitId, yard.people.operator, 0), yard.people.operator, 0);
    const other = new pg.Client({ connectionString: yard.url });
    await other.connect();
    try {
      await other.query("BEGIN");
      await other.query(
        "INSERT INTO tag (unit_id, reason, raised_by, raised_at) VALUES ($1, 'leak', $2, now())",
        [unitId, yard.people.operator],
      );
      expect(await state(unitId, 61)).toBe("cleared");
      await other.query("COMMIT");
      expect(await state(unitId, 61)).toBe("tagged_out");
    } finally {
      await other.end();
    }
  });

  it("nobody says how a unit stands, and nobody stops it from being said", async () => {
    const { unitId } = await tagged("R4-F");
    const app = new pg.Client({ connectionString: yard.url });
    await app.connect();
    try {
      // Even where a transaction has its rules looked at in between, and goes on.
      await app.query("BEGIN; SET LOCAL ROLE rook_app; SET CONSTRAINTS ALL IMMEDIATE");
      await app.query(
        "INSERT INTO tag (unit_id, reason, raised_by, raised_at) VALUES ($1, 'a', $2, now()), ($1, 'b', $2, now())",
        [unitId, yard.people.operator],
      );
      await app.query("INSERT INTO tag (unit_id, reason, raised_by, raised_at) VALUES ($1, 'c', $2, now())", [
        unitId,
        yard.people.operator,
      ]);
      await app.query("COMMIT");
      expect((await standings(yard.db, [unitId], at(2))).get(unitId)?.tags).toHaveLength(4);
      await app.query("SET ROLE rook_app");
      for (const forged of ["SET tags = '{}'", "SET stale = true", "SET outcome = 'cleared'"])
        await expect(app.query(`UPDATE unit_standing ${forged}`)).rejects.toThrow(/permission denied/);
    } finally {
      await app.end();
    }
  });

  it("a clock that is set back makes no walk younger and lengthens no clearance", async () => {
    const unitId = await addUnit(yard.db, "R4-G", slabScissorSheet);
    const inspectionId = await begin(yard, unitId, yard.people.operator, 0);
    // Something enters the ledger five hours on; then the server's clock goes back to where the walk is young.
    await recordUnitEvent(
      yard.db,
      unitId,
      yard.people.second,
      { id: randomUUID(), kind: "taken_into_use" },
      at(300),
    );
    const signed = await walk(inspectionId, yard.people.operator, 10);
    expect(signed.outcome).toBe("not_cleared");
    expect(signed.decision.reasons.map(({ reason }) => reason)).toContain("too_old");
    const seal = await yard.db
      .selectFrom("seal")
      .selectAll()
      .where("unitId", "=", unitId)
      .executeTakeFirstOrThrow();
    expect(seal.signedAt).toEqual(at(300));
    // What comes after goes on from the time that is written.
    const again = await begin(yard, unitId, yard.people.operator, 20);
    expect((await walk(again, yard.people.operator, 25)).outcome).toBe("cleared");
    const standing = (await standings(yard.db, [unitId], at(301))).get(unitId);
    expect(standing).toMatchObject({ usable: true, untilMs: at(540).getTime() });
  });

  it("the clearance ends with its shift and when a repair falls due", async () => {
    const unitId = await addUnit(yard.db, "R4-E", articulatingBoomSheet);
    await walk(await begin(yard, unitId, yard.people.operator, 0), yard.people.operator, 0, {
      "engine.belt": { condition: "frayed" },
    });
    expect(await state(unitId, 60)).toBe("cleared_with_notes");
    expect(await state(unitId, 9 * 60)).toBe("expired");
    expect(await state(unitId, 8 * 24 * 60)).toBe("repair_overdue");
  });
});

describe("rule 5 and 6: the floor, and incomplete is never a pass", () => {
  it("refuses a clearance over skipped, ungradable or missing answers, and over a part of the checks", async () => {
    const unitId = await addUnit(yard.db, "R6-A", slabScissorSheet);
    await expect(plainSeal(unitId, "cleared", { skipped: 1 })).rejects.toThrow(/seal_check/);
    await expect(plainSeal(unitId, "cleared", { ungradable: 1 })).rejects.toThrow(/seal_check/);
    await expect(plainSeal(unitId, "cleared_with_notes", { answered: 4 })).rejects.toThrow(/seal_check/);
    await expect(plainSeal(unitId, "cleared", { scope: "check_in" })).rejects.toThrow(/seal/);
  });

  it("refuses a sheet version that takes something on the floor away without a page and a second person", async () => {
    const content = {
      ...slabScissorSheet,
      features: { tilt_sensor: { fit: "not_fitted", manualPage: "3", enteredBy: "a", confirmedBy: "a" } },
    };
    await expect(
      yard.db
        .insertInto("sheetVersion")
        .values({
          id: randomUUID(),
          sheetId: "sheet-S-1",
          version: 2,
          content: JSON.stringify(content),
          hash: "x",
          createdAt: at(0),
          madeBy: yard.people.owner,
          confirmedBy: yard.people.owner,
          manualPage: "3",
          weakens: JSON.stringify([{ what: "dropped", id: "tilt.alarm" }]),
        })
        .execute(),
    ).rejects.toThrow(/weakening_by_two/);
  });

  it("keeps the events of an open inspection", async () => {
    const inspectionId = await begin(yard, yard.scissor, yard.people.operator, 0);
    const event = {
      id: randomUUID(),
      inspectionId,
      deviceId: "t",
      seq: 1,
      follows: null,
      at: at(1).toISOString(),
      type: "changed",
      step: "x",
    };
    await ingest(yard.db, inspectionId, yard.people.operator, { events: [event] }, at(1));
    await expect(
      sql`DELETE FROM inspection_event WHERE inspection_id = ${inspectionId}`.execute(yard.db),
    ).rejects.toThrow(/not sealed/);
  });
});

describe("migrations", () => {
  it("give booked rows another form, and make nothing good that was not", async () => {
    await bookAsFound(yard.db);
    const known = (await verifyBooks(yard.db)).breaks.length;
    await migrateDown(yard.db, "015-standing");
    await sql`INSERT INTO site SELECT 'ahead', name, shifts, policy, 90 FROM site LIMIT 1`.execute(yard.db);
    await bookAsFound(yard.db);
    await sql`INSERT INTO site SELECT 'past', name, shifts, policy, -570 FROM site LIMIT 1`.execute(yard.db);
    await sql`DELETE FROM row_changed`.execute(yard.db);
    expect(await migrate(yard.db)).toEqual([
      "016-time-zone",
      "017-kept-events",
      "018-indexes",
      "019-lost-entries",
      "020-clocks",
      "021-office",
      "022-records",
      "023-policies",
      "024-log-book",
      "025-lasting-evidence",
      "026-family-policies",
      "027-past-records",
      "028-shift-needs",
      "029-familiarity",
      "030-retention",
      "031-certificates",
      "032-intervals-by-two",
      "033-repairs-accepted",
      "034-places",
      "035-wind",
      "036-talks",
      "037-shift-plan",
      "038-trends",
      "039-workshop",
      "040-telling",
      "041-shift-work",
    ]);
    const zones = await yard.db.selectFrom("site").select(["id", "timeZone"]).orderBy("id").execute();
    expect(zones.map(({ timeZone }) => timeZone)).toEqual(
      expect.arrayContaining(["UTC", "+01:30", "-09:30"]),
    );
    // What a table held that went with its migration is gone.
    const named = (await verifyBooks(yard.db)).breaks.filter(({ what }) => what !== "row_gone");
    expect(named.filter(({ detail }) => detail.includes("site ")).map(({ detail }) => detail)).toEqual([
      "site past stands in its table and in no book",
    ]);
    expect(named.length, JSON.stringify(named)).toBeLessThanOrEqual(known + 1);
  });

  it("go down to nothing and up again", async () => {
    await migrateDown(yard.db);
    const left = await sql<{
      n: string;
    }>`SELECT count(*) AS n FROM information_schema.tables WHERE table_schema = 'public' AND table_name NOT LIKE 'kysely%'`.execute(
      yard.db,
    );
    expect(left.rows[0]?.n).toBe("0");
    const functions = await sql<{
      n: string;
    }>`SELECT count(*) AS n FROM pg_proc p JOIN pg_namespace n ON n.oid = p.pronamespace WHERE n.nspname = 'public'`.execute(
      yard.db,
    );
    expect(functions.rows[0]?.n).toBe("0");
    expect(await migrate(yard.db)).toEqual([
      "001-foundation",
      "002-sheets",
      "003-plan",
      "004-trust",
      "005-evidence-by-unit",
      "006-pictures",
      "007-devices",
      "008-begun-elsewhere",
      "009-people",
      "010-where-on-it",
      "011-as-it-came",
      "012-door",
      "013-books",
      "014-owner-writes",
      "015-standing",
      "016-time-zone",
      "017-kept-events",
      "018-indexes",
      "019-lost-entries",
      "020-clocks",
      "021-office",
      "022-records",
      "023-policies",
      "024-log-book",
      "025-lasting-evidence",
      "026-family-policies",
      "027-past-records",
      "028-shift-needs",
      "029-familiarity",
      "030-retention",
      "031-certificates",
      "032-intervals-by-two",
      "033-repairs-accepted",
      "034-places",
      "035-wind",
      "036-talks",
      "037-shift-plan",
      "038-trends",
      "039-workshop",
      "040-telling",
      "041-shift-work",
    ]);
  });
});
