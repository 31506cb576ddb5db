import { sql } from "kysely";
import { describe, expect, it } from "vitest";
import type { StartWord } from "@/contract/start";
import { slabScissorSheet } from "@/demo/sheets/slab-scissors";
import { startWord } from "@/server/inspections/word";
import { bearWitness, lostEntries, lostOf, lostPlates } from "@/server/ledger/witness";
import { lookAtReport } from "@/server/reports/look";
import { standings } from "@/server/units/standing";
import { addUnit, at, tagOut, yardForFile } from "./database";

const yard = yardForFile();

/** Damage done by whoever owns the database, with every rule off. */
const damaged = (statement: string) =>
  yard.db.transaction().execute(async (trx) => {
    await sql`SET LOCAL session_replication_role = replica`.execute(trx);
    await sql.raw(statement).execute(trx);
  });
const standing = async (unitId: string) => (await standings(yard.db, [unitId], at(900))).get(unitId);

/** A unit with a tag, and the server's word of its ledger as a tablet had it then. */
async function tagged(plate: string): Promise<{ readonly unitId: string; readonly word: StartWord }> {
  const unitId = await addUnit(yard.db, plate, slabScissorSheet);
  await tagOut(yard, plate, yard.people.operator, 10);
  return { unitId, word: await startWord(yard.db, unitId, yard.people.operator, at(20)) };
}

describe("tablets as witnesses", () => {
  it("tell a ledger put back, made anew or gone by the server's own word, and nobody tells it with a word of theirs", async () => {
    const { unitId, word } = await tagged("W-1");
    const { position } = word;
    const lost = async (words: readonly StartWord[]) =>
      (await lostOf(yard.db, words, at(900))).map(({ plate, position: entry }) => ({
        plate,
        position: entry,
      }));
    expect(await lost([word])).toEqual([]);
    const nobody = { ...word, position: position + 1, headHash: "f".repeat(64) };
    expect(await lost([nobody, { ...word, signature: "x" }])).toEqual([]);
    await damaged(
      `UPDATE ledger_entry SET hash = 'f' WHERE unit_id = '${unitId}' AND position = ${position}`,
    );
    expect(await lost([word])).toEqual([{ plate: "W-1", position }]);
    await damaged(`DELETE FROM ledger_entry WHERE unit_id = '${unitId}' AND position = ${position}`);
    expect(await lost([word])).toEqual([{ plate: "W-1", position }]);
    await damaged(`DELETE FROM unit WHERE id = '${unitId}'`);
    expect(await lost([word])).toEqual([{ plate: unitId, position }]);
    // A unit that is no more is said, and nothing is left to hold.
    await bearWitness(yard.db, [word], yard.people.operator, at(900));
    expect(lostPlates()).toEqual([unitId]);
  });

  it("hold a unit whose ledger lacks what they were told of, once, until somebody else has looked", async () => {
    const { unitId, word } = await tagged("W-2");
    const { operator, second, owner } = yard.people;
    expect(await bearWitness(yard.db, [word], operator, at(30))).toEqual({ lost: [] });
    expect((await standing(unitId))?.state).toBe("tagged_out");
    // The tag is taken out of the tables, the ledger and the row that is shown.
    await damaged(
      `DELETE FROM ledger_entry WHERE unit_id = '${unitId}' AND position = ${word.position}; DELETE FROM tag WHERE unit_id = '${unitId}';
       UPDATE unit_standing SET tags = '{}', tag_reason = NULL WHERE unit_id = '${unitId}'`,
    );
    expect((await standing(unitId))?.state).toBe("inspection_owed");
    expect(await bearWitness(yard.db, [word], operator, at(40))).toEqual({
      lost: [{ plate: "W-2", position: word.position }],
    });
    expect(await standing(unitId)).toMatchObject({ state: "held", usable: false });
    await bearWitness(yard.db, [word], second, at(50));
    const held = await yard.db
      .selectFrom("standingReport")
      .selectAll()
      .where("unitId", "=", unitId)
      .execute();
    expect(held).toMatchObject([{ kind: "lost_entries", sentBy: operator }]);
    expect(held[0]?.problem).toContain("may have been a tag");
    const [report] = held;
    await expect(lookAtReport(yard.db, report?.id ?? "", operator, "a backup", at(60))).rejects.toThrow(
      /other than the sender/,
    );
    await lookAtReport(
      yard.db,
      report?.id ?? "",
      owner,
      "a backup was put back; the tag is hung again",
      at(60),
    );
    expect((await standing(unitId))?.state).toBe("inspection_owed");
    // What was missed once stays said, once, and holds no more than once.
    await bearWitness(yard.db, [word], second, at(70));
    expect((await standing(unitId))?.state).toBe("inspection_owed");
    expect(lostPlates()).toContain("W-2");
    expect(lostEntries().filter(({ plate }) => plate === "W-2")).toHaveLength(1);
  });
});
