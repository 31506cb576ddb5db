import { randomUUID } from "node:crypto";
import { sql } from "kysely";
import { beforeAll, describe, expect, it } from "vitest";
import { shownKinds } from "@/contract/staff";
import { defaultPolicy } from "@/core/vocabulary/policy";
import { addLogin } from "@/server/demo/seed";
import { walkAndSign } from "@/server/demo/walk";
import { decisionFacts } from "@/server/inspections/facts";
import { joinInspection } from "@/server/inspections/join";
import { findInspection } from "@/server/inspections/model";
import { makeFamiliar } from "@/server/people/familiar";
import { unfitOf } from "@/server/people/fit";
import { personById } from "@/server/people/session";
import { sealedRecord } from "@/server/records/read";
import { setPolicy } from "@/server/sites/policy";
import { modelOf } from "@/server/units/model";
import { at, begin, yardForFile } from "./database";

const yard = yardForFile();
let minute = 0;
/** Half an hour later each time. */
const later = () => {
  minute += 30;
  return at(minute);
};

const pin = "90318";
const badgeOf = async (who: string) => {
  const all = yard.db.selectFrom("person").select("badge").where("id", "=", who);
  return (await all.executeTakeFirstOrThrow()).badge;
};
/** `signedIn` and `second` at one tablet; one of them is `who`, and was shown the unit's model. */
const show = async (who: string, signedIn: string, second: string, unitId: string) => {
  const { siteId, sheetId } = await modelOf(yard.db, unitId);
  const shown = { sheetId, shown: [...shownKinds], note: "", signs: { badge: await badgeOf(second), pin } };
  await makeFamiliar(yard.db, who, siteId, shown, { id: signedIn }, later());
};
const walk = async (unitId: string, personId: string) => {
  const when = later();
  const inspectionId = await begin(yard, unitId, personId, minute);
  const signed = await walkAndSign(
    yard.db,
    { inspectionId, personId, signer: "test", random: yard.random, pace: 0.1 },
    when,
  );
  // By which licence it was signed, whatever its holder has later.
  expect((await sealedRecord(yard.db, inspectionId))?.document.licence).toBe("L");
  return { outcome: signed.outcome, reasons: signed.decision.reasons.map(({ reason }) => reason) };
};

beforeAll(async () => {
  const { operator, second, technician } = yard.people;
  for (const id of [operator, second, technician])
    await addLogin(yard.db, id, await badgeOf(id), "signs", pin, later());
  const families = { slab_scissor: { familiarity: "model" } } as const;
  await setPolicy(yard.db, "yard", yard.people.owner, { ...defaultPolicy, families }, later());
});

describe("a yard that asks for familiarisation by model", () => {
  it("clears a unit for whoever was shown its model, both having signed; whichever of the two is signed in", async () => {
    const { operator, second, technician } = yard.people;
    const facts = async (who: string) => {
      const inspection =
        (await findInspection(yard.db, await begin(yard, yard.scissor, who, minute))) ?? expect.fail("begun");
      return (await decisionFacts(yard.db, inspection, [], who, later())).unfamiliar;
    };
    expect(await facts(operator)).toBe(1);
    expect(await walk(yard.scissor, operator)).toEqual({ outcome: "not_cleared", reasons: ["not_familiar"] });
    // Only where the policy asks: the boom's family goes by the site's.
    expect((await walk(yard.boom, operator)).outcome).toBe("cleared");
    // Two operators cannot show each other, nobody shows themselves, and a third who signs is neither of the two.
    for (const [who, signedIn, by, type] of [
      [operator, operator, second, "no-right"],
      [operator, second, operator, "no-right"],
      [operator, operator, operator, "second-person"],
      [operator, technician, second, "second-person"],
    ] as const)
      await expect(show(who, signedIn, by, yard.scissor)).rejects.toMatchObject({ type });
    expect(await facts(operator)).toBe(1);
    await show(operator, operator, technician, yard.scissor);
    await show(second, technician, second, yard.scissor);
    expect((await walk(yard.scissor, operator)).outcome).toBe("cleared");
    expect((await walk(yard.scissor, second)).outcome).toBe("cleared");
  });

  it("lets nobody who was not shown it onto a walk, and the database seals no clearance that rests on their answers", async () => {
    const { operator, technician, untrained } = yard.people;
    const id = await begin(yard, yard.scissor, operator, minute);
    const join = async (who: string) =>
      joinInspection(
        yard.db,
        id,
        (await personById(yard.db, who)) ?? expect.fail("one of the yard"),
        later(),
      );
    await expect(join(technician)).rejects.toMatchObject({ type: "not-familiar" });
    await expect(join(untrained)).rejects.toMatchObject({ type: "not-trained" });
    const events = (
      who: string,
    ) => sql`INSERT INTO inspection_event (id, inspection_id, device_id, seq, type, payload, person_id, received_at)
        VALUES (${randomUUID()}, ${id}, ${who}, 1, 'note', '{}', ${who}, ${later()})`;
    const seal = sql`INSERT INTO seal SELECT (jsonb_populate_record(s, jsonb_build_object('inspection_id', ${id}::text,
        'signed_at', l.recorded_at + interval '5 minutes', 'outcome', 'cleared', 'ledger_position', 900))).*
      FROM seal s JOIN inspection i ON i.id = ${id}
      JOIN ledger_entry l ON l.unit_id = i.unit_id AND l.position = i.started_position
      WHERE s.unit_id = i.unit_id AND s.signed_by = ${operator} AND s.outcome = 'cleared' LIMIT 1`;
    const rolledBack = async (...who: readonly string[]) =>
      yard.db
        .transaction()
        .execute(async (trx) => {
          for (const one of who) await events(one).execute(trx);
          await seal.execute(trx);
          throw new Error("sealed");
        })
        .catch(({ message }: Error) => message);
    expect(await rolledBack(operator)).toBe("sealed");
    expect(await rolledBack(operator, technician)).toMatch(/made familiar with this model/);
    expect(await rolledBack(operator, untrained)).toMatch(/trained on this family/);
    const given = (by: string, shown: readonly string[]) =>
      sql`INSERT INTO familiarisation (id, person_id, site_id, sheet_id, shown, given_by, at)
        SELECT ${randomUUID()}, ${untrained}, site_id, sheet_id, ${JSON.stringify(shown)}, ${by}, at FROM familiarisation LIMIT 1`.execute(
        yard.db,
      );
    await expect(given(operator, shownKinds)).rejects.toThrow(/to show a model/);
    await expect(given(technician, shownKinds.slice(1))).rejects.toThrow(/all of a model/);
    expect(
      (await unfitOf(yard.db, [operator, untrained, technician], yard.scissor, later())).unfamiliar,
    ).toEqual([untrained, technician]);
  });
});
