import { readFileSync, writeFileSync } from "node:fs";
import { sql } from "kysely";
import { beforeAll, describe, expect, it } from "vitest";
import { slabScissorSheet } from "@/demo/sheets/slab-scissors";
import { walkAndSign } from "@/server/demo/walk";
import { chainHash } from "@/server/ledger/chain";
import { fileOf } from "@/server/ledger/heads";
import { verifyLedgers } from "@/server/ledger/verify";
import { addUnit, at, begin, tagOut, yardForFile } from "./database";

const yard = yardForFile();
let unitId = "";

/** What whoever owns the database could do: triggers off, then put back as it was. */
async function asOwner(damage: string): Promise<string | undefined> {
  const copy = `CREATE TEMP TABLE kept AS SELECT * FROM ledger_entry`;
  return yard.db.connection().execute(async (db) => {
    await sql.raw(copy).execute(db);
    await sql.raw("SET session_replication_role = replica").execute(db);
    for (const statement of damage.split(";").filter((s) => s.trim() !== ""))
      await sql.raw(statement).execute(db);
    const { breaks } = await verifyLedgers(yard.db);
    await sql.raw("DELETE FROM ledger_entry").execute(db);
    await sql.raw("INSERT INTO ledger_entry SELECT * FROM kept").execute(db);
    await sql.raw("DROP TABLE kept").execute(db);
    await sql.raw("SET session_replication_role = DEFAULT").execute(db);
    const found = breaks[0];
    return found === undefined ? undefined : `${found.plate} ${found.position} ${found.what}`;
  });
}

describe("verify", () => {
  beforeAll(async () => {
    unitId = await addUnit(yard.db, "L-1", slabScissorSheet);
    for (const minute of [0, 1500]) {
      await walkAndSign(
        yard.db,
        {
          inspectionId: await begin(yard, unitId, yard.people.operator, minute),
          personId: yard.people.operator,
          signer: "o",
          random: yard.random,
        },
        at(minute),
      );
    }
    await tagOut(yard, "L-1", yard.people.operator, 3000, { reason: "leak" });
    await tagOut(yard, "L-1", yard.people.operator, 3001);
  });

  it("finds nothing wrong with what the app wrote", async () => {
    expect(await verifyLedgers(yard.db)).toMatchObject({ entries: 6, breaks: [] });
  });

  it("finds an edit, in the body or in a column", async () => {
    expect(
      await asOwner(
        `UPDATE ledger_entry SET body = replace(body, '"cleared"', '"tagged_out"') WHERE position = 2`,
      ),
    ).toBe("L-1 2 edited");
    expect(await asOwner("UPDATE ledger_entry SET kind = 'released' WHERE position = 3")).toBe(
      "L-1 3 edited",
    );
  });

  it("finds a deletion, a reordering and a truncation", async () => {
    expect(await asOwner("DELETE FROM ledger_entry WHERE position = 2")).toBe("L-1 2 missing");
    expect(
      await asOwner(
        "UPDATE ledger_entry SET position = position + 100 WHERE position IN (3, 4); UPDATE ledger_entry SET position = 4 WHERE position = 103; UPDATE ledger_entry SET position = 3 WHERE position = 104",
      ),
    ).toBe("L-1 3 out_of_order");
    expect(await asOwner("DELETE FROM ledger_entry WHERE position = 6")).toBe("L-1 6 cut_short");
    expect(await asOwner("DELETE FROM ledger_entry")).toBe("L-1 1 cut_short");
  });

  it("finds a chain rebuilt in full without the key", async () => {
    const rows = await yard.db
      .selectFrom("ledgerEntry")
      .selectAll()
      .where("unitId", "=", unitId)
      .orderBy("position")
      .execute();
    let previous = "";
    const statements = rows.map((row) => {
      const body = row.body.replaceAll("leak", "none").replaceAll("'", "''");
      const hash = chainHash(previous, row.body.replaceAll("leak", "none"));
      const statement = `UPDATE ledger_entry SET body = '${body.replaceAll(";", ",")}', hash = '${hash}', previous_hash = '${previous}' WHERE position = ${row.position}`;
      previous = hash;
      return statement;
    });
    expect(await asOwner(statements.join(";"))).toBe("L-1 5 signature");
  });

  it("finds one rebuilt even with the key, by the journal of heads, and survives a journal cut by a crash", async () => {
    const journal = fileOf(unitId);
    const text = readFileSync(journal, "utf8");
    const last = (
      await yard.db
        .selectFrom("ledgerEntry")
        .select("hash")
        .where("position", "=", 4)
        .executeTakeFirstOrThrow()
    ).hash;
    writeFileSync(journal, text.replace(last, "f".repeat(64)));
    expect((await verifyLedgers(yard.db)).breaks[0]).toMatchObject({ position: 4, what: "rebuilt" });
    writeFileSync(journal, text.slice(0, -20));
    expect((await verifyLedgers(yard.db)).breaks).toEqual([]);
    writeFileSync(journal, text);
  });

  it("finds a tag written past the ledger", async () => {
    const db = yard.db;
    const other = await addUnit(db, "L-2", slabScissorSheet);
    await sql`INSERT INTO tag (unit_id, reason, raised_by, raised_at) VALUES (${other}, 'x', ${yard.people.operator}, now())`.execute(
      db,
    );
    expect((await verifyLedgers(db)).breaks).toMatchObject([{ plate: "L-2", what: "not_in_ledger" }]);
  });

  it("is in order of time too, whatever a clock that is set back says", async () => {
    const plate = "L-0";
    await addUnit(yard.db, plate, slabScissorSheet);
    await tagOut(yard, plate, yard.people.operator, 40);
    await tagOut(yard, plate, yard.people.operator, 10, { reason: "leak" });
    const { rows } = await sql<{
      ms: number;
    }>`SELECT extract(epoch FROM l.recorded_at)::float8 * 1000 AS ms FROM ledger_entry l
      JOIN unit u ON u.id = l.unit_id WHERE u.plate = ${plate} ORDER BY l.position`.execute(yard.db);
    expect(rows.map(({ ms }) => ms)).toEqual([at(40).getTime(), at(40).getTime()]);
  });
});
