import { sql } from "kysely";
import { describe, expect, it } from "vitest";
import { type DemoAnswer, walkAndSign } from "@/server/demo/walk";
import { at, begin, yardForFile } from "./database";

const yard = yardForFile({ repairAccepted: "supervisor" });
let minute = 0;

const walk = async (personId: string, found = false) => {
  minute += 600;
  const inspectionId = await begin(yard, yard.scissor, personId, minute);
  const answers: Record<string, DemoAnswer> = found ? { "platform.gate": { condition: "stiff" } } : {};
  const who = { inspectionId, personId, signer: "test", random: yard.random, answers, pace: 0.1 };
  const { outcome, decision } = await walkAndSign(yard.db, who, at(minute + 1));
  return [outcome, ...decision.reasons.map(({ reason }) => reason)];
};

describe("a repair that waits, in a yard whose supervisors accept it", () => {
  it("is accepted by whoever signs the clearance that leaves it, and then clears for others until it is found again", async () => {
    const { operator, second, technician, owner } = yard.people;
    expect(await walk(operator)).toEqual(["cleared"]);
    const refused = ["not_cleared", "repair_not_accepted", "notes"];
    expect(await walk(operator, true)).toEqual(refused);
    // Left as it was, it waits still, for an operator and a technician alike.
    expect(await walk(second)).toEqual(refused);
    expect(await walk(technician)).toEqual(refused);
    // Past the use case: a clearance by one of them is not taken.
    minute += 600;
    const inspectionId = await begin(yard, yard.scissor, operator, minute);
    const seal = sql`INSERT INTO seal SELECT (jsonb_populate_record(s, jsonb_build_object('inspection_id', ${inspectionId}::text,
        'signed_at', l.recorded_at + interval '5 minutes', 'ledger_position', 900))).*
      FROM seal s JOIN inspection i ON i.id = ${inspectionId}
      JOIN ledger_entry l ON l.unit_id = i.unit_id AND l.position = i.started_position
      WHERE s.unit_id = i.unit_id AND s.outcome = 'cleared' LIMIT 1`;
    await expect(seal.execute(yard.db)).rejects.toThrow(/a supervisor or owner to sign/);
    expect(await walk(owner)).toEqual(["cleared_with_notes", "notes"]);
    expect(await walk(operator)).toEqual(["cleared_with_notes", "notes"]);
    expect(await walk(second, true)).toEqual(refused);
    expect(await walk(second)).toEqual(refused);
    expect(await walk(owner)).toEqual(["cleared_with_notes", "notes"]);
  });
});
