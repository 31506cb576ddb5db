import { spawnSync } from "node:child_process";
import { createHash, randomUUID } from "node:crypto";
import { mkdtempSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import fc from "fast-check";
import { sql } from "kysely";
import { beforeAll, describe, expect, it } from "vitest";
import { type KeptKind, type KeptYears, keptKinds } from "@/core/vocabulary/kept";
import { defaultPolicy } from "@/core/vocabulary/policy";
import { slabScissorSheet } from "@/demo/sheets/slab-scissors";
import { addLogin } from "@/server/demo/seed";
import { type DemoAnswer, walkAndSign } from "@/server/demo/walk";
import { startInspection } from "@/server/inspections/start";
import { verifyLedgers } from "@/server/ledger/verify";
import { bundleOf } from "@/server/records/bundle";
import { sealedRecord } from "@/server/records/read";
import { dueAt, erase } from "@/server/retention/erase";
import { liftHold, putHold } from "@/server/retention/hold";
import { setRule } from "@/server/retention/rule";
import { addUnit, yardForFile } from "./database";

const yard = yardForFile();
const second = { badge: "103", pin: "90318" };
const dayMs = 86_400_000;
const dayAt = (day: number, hour = 12) => new Date(Date.UTC(2012, 0, 1, hour) + day * dayMs);

const dateOf = (day: number) => dayAt(day).toISOString().slice(0, 10);

/** A site of its own, with the yard's people, and so many units. */
async function site(units: number) {
  const id = `s-${randomUUID().slice(0, 6)}`;
  const { owner, technician, operator } = yard.people;
  const shifts = JSON.stringify([{ id: "all", startsMin: 0 }]);
  const policy = JSON.stringify(defaultPolicy);
  await yard.db.insertInto("site").values({ id, name: id, timeZone: "UTC", shifts, policy }).execute();
  for (const [personId, role] of [
    [owner, "owner"],
    [technician, "technician"],
    [operator, "operator"],
  ] as const)
    await yard.db.insertInto("personRole").values({ personId, siteId: id, role }).execute();
  const made: string[] = [];
  for (let i = 0; i < units; i += 1) {
    const unit = await addUnit(yard.db, `${id}-${i}`.toUpperCase(), slabScissorSheet);
    await sql`UPDATE unit SET site_id = ${id} WHERE id = ${unit}`.execute(yard.db);
    made.push(unit);
  }
  return { id, units: made };
}

async function walk(unitId: string, day: number, scuffed: boolean): Promise<string> {
  const { operator } = yard.people;
  const start = dayAt(day, 6);
  const inspectionId = await startInspection(yard.db, operator, { unitId, scope: "full" }, start);
  const answers: Record<string, DemoAnswer> = scuffed
    ? { "rails.condition": { condition: "scuffed", note: "left rail" } }
    : {};
  const who = { inspectionId, personId: operator, signer: "test", random: yard.random, answers, pace: 0.1 };
  await walkAndSign(yard.db, who, start);
  return inspectionId;
}

async function picture(inspectionId: string, day: number): Promise<string> {
  const bytes = Buffer.from(randomUUID());
  const hash = createHash("sha256").update(bytes).digest("hex");
  const row = { inspectionId, hash, size: bytes.length, bytes, sentBy: yard.people.operator };
  await yard.db
    .insertInto("picture")
    .values({ ...row, beganAt: dayAt(day, 7), wholeAt: dayAt(day, 7) })
    .execute();
  return `${inspectionId} ${hash}`;
}

async function report(unitId: string, day: number): Promise<string> {
  const id = randomUUID();
  const bytes = Buffer.from(id);
  const hash = createHash("sha256").update(bytes).digest("hex");
  const row = {
    id,
    unitId,
    name: "r.pdf",
    kind: "application/pdf" as const,
    size: bytes.length,
    hash,
    bytes,
  };
  await yard.db
    .insertInto("unitDocument")
    .values({ ...row, sentBy: yard.people.owner, sentAt: dayAt(day, 7) })
    .execute();
  return id;
}

const erasableNow = async (units: readonly string[], day: number): Promise<readonly string[]> => {
  const { rows } = await sql<{ one: string }>`SELECT e.kind || ' ' || e.subject AS one
    FROM unnest(${[...units]}::uuid[]) AS u CROSS JOIN LATERAL erasable(u, ${dayAt(day)}) AS e`.execute(
    yard.db,
  );
  return rows.map(({ one }) => one).sort();
};

interface Thing {
  readonly kind: KeptKind;
  readonly subject: string;
  readonly unit: number;
  readonly day: number;
}

/** All there is to say about what may go, in a few lines. */
class Oracle {
  things: Thing[] = [];
  rules: { readonly day: number; readonly years: KeptYears }[] = [];
  holds: { readonly id: string; readonly unit: number | undefined }[] = [];
  openSince = new Map<number, number>();
  lastWalk = new Map<number, number>();

  due(day: number): readonly Thing[] {
    const early = this.rules.filter((rule) => rule.day <= day - 30);
    const inForce = [early.at(-1) ?? { years: {} as KeptYears }, ...this.rules.slice(early.length)];
    return this.things.filter(({ kind, unit, day: made }) => {
      const years = Math.max(...inForce.map((rule) => rule.years[kind] ?? Number.POSITIVE_INFINITY));
      if (!Number.isFinite(years)) return false;
      const limit = dayAt(day);
      limit.setUTCFullYear(limit.getUTCFullYear() - years);
      const kept = Math.min(this.openSince.get(unit) ?? day, this.lastWalk.get(unit) ?? day);
      const held = this.holds.some((hold) => hold.unit === undefined || hold.unit === unit);
      return dayAt(made, 7) < limit && made < kept && !held;
    });
  }
}

const named = (things: readonly Thing[]) => things.map(({ kind, subject }) => `${kind} ${subject}`).sort();

beforeAll(async () => {
  await addLogin(yard.db, yard.people.technician, second.badge, "technician", second.pin, new Date());
});

describe("what a rule erases", () => {
  it("is what is past its years, and nothing that a hold keeps, that is open or that proves the unit now", async () => {
    const unit = fc.nat({ max: 1 });
    const years = fc.record(
      Object.fromEntries(keptKinds.map((kind) => [kind, fc.integer({ min: 1, max: 3 })])),
      { requiredKeys: [] },
    );
    const step = fc.oneof(
      {
        weight: 4,
        arbitrary: fc.record({ does: fc.constant("walk" as const), unit, scuffed: fc.nat({ max: 7 }) }),
      },
      { weight: 2, arbitrary: fc.record({ does: fc.constant("report" as const), unit }) },
      { weight: 2, arbitrary: fc.record({ does: fc.constant("rule" as const), years }) },
      { weight: 1, arbitrary: fc.record({ does: fc.constant("hold" as const), unit: fc.option(unit) }) },
      { weight: 2, arbitrary: fc.record({ does: fc.constant("lift" as const) }) },
      {
        weight: 2,
        arbitrary: fc.record({ does: fc.constant("erase" as const), kind: fc.constantFrom(...keptKinds) }),
      },
    );
    const history = fc.array(fc.tuple(step, fc.constantFrom(10, 25, 200, 420, 500)), {
      minLength: 6,
      maxLength: 16,
    });
    let [past, erased] = [0, 0];
    await fc.assert(
      fc.asyncProperty(history, async (steps) => {
        const { id, units } = await site(2);
        const oracle = new Oracle();
        let day = 0;
        const sweep = keptKinds.map((kind) => [{ does: "erase", kind }, 1] as const);
        const rule = [{ does: "rule", years: { pictures: 1, answers: 1, reports: 1 } }, 0] as const;
        for (const [one, days] of [rule, ...steps, ...sweep]) {
          day += days;
          const at = dayAt(day);
          if (one.does === "walk") {
            const unitId = units[one.unit] ?? "";
            const scuffed = one.scuffed === 0;
            const inspection = await walk(unitId, day, scuffed);
            const of = { unit: one.unit, day };
            oracle.things.push({ ...of, kind: "answers", subject: inspection });
            oracle.things.push({ ...of, kind: "pictures", subject: await picture(inspection, day) });
            oracle.lastWalk.set(one.unit, day);
            if (scuffed && !oracle.openSince.has(one.unit)) oracle.openSince.set(one.unit, day);
          } else if (one.does === "report") {
            const subject = await report(units[one.unit] ?? "", day);
            oracle.things.push({ kind: "reports", subject, unit: one.unit, day });
          } else if (one.does === "rule") {
            await setRule(yard.db, id, one.years, yard.people.owner, at);
            oracle.rules.push({ day, years: one.years });
          } else if (one.does === "hold") {
            const unitId = one.unit === null ? null : (units[one.unit] ?? null);
            await putHold(yard.db, id, { unitId, why: "a claim" }, yard.people.owner, at);
            const { rows } = await sql<{
              id: string;
            }>`SELECT h.id FROM legal_hold h LEFT JOIN legal_hold_lifted l ON l.hold_id = h.id
              WHERE site_id = ${id} AND l.hold_id IS NULL ORDER BY h.at DESC LIMIT 1`.execute(yard.db);
            oracle.holds.push({ id: rows[0]?.id ?? "", unit: one.unit ?? undefined });
          } else if (one.does === "lift") {
            const hold = oracle.holds.pop();
            if (hold !== undefined)
              await liftHold(yard.db, id, hold.id, { why: "settled", second }, yard.people.owner, at);
          } else {
            const due = oracle.due(day).filter(({ kind }) => kind === one.kind);
            const wanted = { kind: one.kind, second };
            expect((await erase(yard.db, id, wanted, yard.people.owner, at)).erased).toBe(due.length);
            oracle.things = oracle.things.filter((thing) => !due.includes(thing));
            erased += due.length;
          }
          past += oracle.due(day).length;
          expect(await erasableNow(units, day)).toEqual(named(oracle.due(day)));
        }
      }),
      { numRuns: 9 },
    );
    // A history in which nothing falls due would prove nothing.
    expect(past).toBeGreaterThan(15);
    expect(erased).toBeGreaterThan(2);
    expect((await verifyLedgers(yard.db)).breaks).toEqual([]);
  });

  it("leaves the decision, what was found and the digest, and says that the answers were erased; nothing else may go", async () => {
    const { id, units } = await site(1);
    const [unitId = ""] = units;
    const { owner, technician, operator } = yard.people;
    const old = await walk(unitId, 0, false);
    const kept = await picture(old, 0);
    const [first, latest] = [await report(unitId, 0), await report(unitId, 3)];
    for (const [documentId, day] of [
      [first, 0],
      [latest, 3],
    ] as const)
      await yard.db
        .insertInto("examination")
        .values({
          ...{ id: randomUUID(), unitId, examiner: "E", licence: "L", document: "D", documentId },
          ...{
            examinedOn: dateOf(day),
            nextDue: dateOf(day + 300),
            recordedBy: owner,
            recordedAt: dayAt(day),
          },
        })
        .execute();
    const words = await sql<{
      digest: string;
    }>`SELECT digest FROM sealed_text WHERE unit_id = ${unitId}`.execute(yard.db);
    await walk(unitId, 4000, false);
    await setRule(yard.db, id, { pictures: 1, answers: 5, reports: 2 }, owner, dayAt(4010));
    const erases = (kind: KeptKind, day: number, who = second) =>
      erase(yard.db, id, { kind, second: who }, owner, dayAt(day));
    // A rule waits for thirty days.
    expect(await dueAt(yard.db, id, dayAt(4039))).toEqual([]);
    expect(await dueAt(yard.db, id, dayAt(4041))).toMatchObject([
      { kind: "answers", count: 1 },
      { kind: "pictures", count: 1 },
      { kind: "reports", count: 1 },
    ]);
    // Past the use case: no rule, no second person, nothing that is not past its time, no words of anything else.
    const { rows } = await sql<{
      kind: string;
      subject: string;
      digest: string;
      madeAt: Date;
      years: number;
    }>`
      SELECT kind, subject, digest, made_at, years FROM erasable(${unitId}, ${dayAt(4041)}) ORDER BY kind`.execute(
      yard.db,
    );
    const insert = (
      row: (typeof rows)[number] | undefined,
      by: string,
      confirmed: string,
      texts: readonly string[],
      day = 4041,
    ) =>
      sql`INSERT INTO erasure (id, unit_id, kind, subject, digest, made_at, years, texts, by_person, confirmed_by, at)
        VALUES (${randomUUID()}, ${unitId}, ${row?.kind}, ${row?.subject}, ${row?.digest}, ${row?.madeAt}, ${row?.years}, ${[...texts]}, ${by}, ${confirmed}, ${dayAt(day)})`.execute(
        yard.db,
      );
    const [answers, pictures] = rows;
    await expect(insert(pictures, owner, owner, [])).rejects.toThrow(/second person/);
    await expect(insert(pictures, operator, technician, [])).rejects.toThrow(/an owner of the site/);
    await expect(insert(pictures, owner, technician, [], 4039)).rejects.toThrow(/keeps no longer/);
    await expect(insert(pictures, owner, technician, [], 400_000)).rejects.toThrow(/keeps no longer/);
    await expect(
      insert(pictures && { ...pictures, subject: latest, kind: "reports" }, owner, technician, []),
    ).rejects.toThrow(/keeps no longer/);
    await expect(
      insert(
        answers,
        owner,
        technician,
        words.rows.map(({ digest }) => digest),
      ),
    ).rejects.toThrow(/beside these answers alone/);
    for (const [table, change] of [
      ["picture", "DELETE FROM picture"],
      ["kept_events", "DELETE FROM kept_events"],
      ["sealed_text", "DELETE FROM sealed_text"],
      ["unit_document", "UPDATE unit_document SET bytes = ''"],
      ["erasure", "DELETE FROM erasure"],
      ["legal_hold", "DELETE FROM legal_hold"],
    ] as const)
      await expect(sql.raw(change).execute(yard.db)).rejects.toThrow(new RegExp(`${table} is a record`));
    // A hold wins, and one person does not lift it.
    await putHold(yard.db, id, { unitId: null, why: "a claim" }, owner, dayAt(4041));
    expect((await erases("answers", 4042)).erased).toBe(0);
    const hold = await yard.db
      .selectFrom("legalHold")
      .select("id")
      .where("siteId", "=", id)
      .executeTakeFirstOrThrow();
    const lift = (by: string) => liftHold(yard.db, id, hold.id, { why: "settled", second }, by, dayAt(4042));
    await expect(lift(technician)).rejects.toThrow(/an owner of the site and a second person/);
    await lift(owner);
    await expect(lift(owner)).rejects.toMatchObject({ type: "already-lifted" });

    const before = await sealedRecord(yard.db, old);
    for (const kind of keptKinds) expect((await erases(kind, 4043)).erased, kind).toBe(1);
    // An export still holds, and says what is not in it.
    const lines: string[] = [];
    const zone = { siteId: id, zone: "UTC" };
    for await (const line of bundleOf(yard.db, zone, { from: dateOf(0), to: dateOf(4100) }, dayAt(4100)))
      lines.push(line);
    const file = join(mkdtempSync(join(tmpdir(), "rook-step-erased-")), "export.jsonl");
    writeFileSync(file, lines.join(""));
    const checked = spawnSync(process.execPath, ["public/verify-bundle.mjs", file], { encoding: "utf8" });
    expect([checked.status, checked.stdout]).toEqual([
      0,
      expect.stringMatching(/^HOLDS[\s\S]*kept: 1 of the walks/),
    ]);
    const after = await sealedRecord(yard.db, old);
    expect(after?.document).toEqual({
      ...before?.document,
      events: [],
      erased: { atMs: dayAt(4043).getTime() },
    });
    expect(before?.document.events.length).toBeGreaterThan(20);
    expect(
      await yard.db.selectFrom("picture").select("hash").where("inspectionId", "=", old).execute(),
    ).toEqual([]);
    await expect(picture(old, 0).then(() => kept)).resolves.toBeDefined();
    const [inspectionId, hash] = kept.split(" ");
    await expect(
      sql`INSERT INTO picture (inspection_id, hash, size, sent_by, began_at) VALUES (${inspectionId}, ${hash}, 9, ${operator}, now())`.execute(
        yard.db,
      ),
    ).rejects.toThrow(/was erased/);
    expect(await dueAt(yard.db, id, dayAt(4050))).toMatchObject([{ kind: "pictures", count: 1 }]);
    expect((await verifyLedgers(yard.db)).breaks).toEqual([]);
  });

  it("keeps all of a unit since the first finding of what is still open, however often it was found again", async () => {
    const { id, units } = await site(1);
    const [unitId = ""] = units;
    await setRule(yard.db, id, { pictures: 1, answers: 1, reports: 1 }, yard.people.owner, dayAt(0));
    const before = await walk(unitId, 0, false);
    await walk(unitId, 10, true);
    await report(unitId, 20);
    await walk(unitId, 900, true);
    expect(await erasableNow(units, 2000)).toEqual([`answers ${before}`]);
  });
});
