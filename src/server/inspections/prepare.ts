import { randomUUID } from "node:crypto";
import type { Prepared } from "@/contract/start";
import { foundStowed } from "@/core/plan/found";
import type { Scope } from "@/core/vocabulary/scope";
import type { Db } from "@/server/database/database";
import { mayAt, type SignedIn } from "@/server/people/session";
import { policyOfUnit } from "@/server/sites/policy";
import { figuresOf } from "@/server/units/figures";
import { type OpenInspection, unitSheet } from "./model";
import { walkData } from "./walk-data";
import { startWord } from "./word";

/** Units one device keeps ready, at most. */
const most = 120;
const scope: Scope = { kind: "full" };

/**
 * Every unit a person may inspect, as a walk of it would begin now: what a device needs to begin one without a signal.
 * One's own come first, then what else the shift needs.
 */
export async function preparedFor(db: Db, person: SignedIn, at: Date): Promise<readonly Prepared[]> {
  const sites = [...person.roles.keys()].filter((siteId) => mayAt(person, "inspect", siteId));
  if (sites.length === 0) return [];
  const units = await db
    .selectFrom("unit as u")
    .innerJoin("site as s", "s.id", "u.siteId")
    .innerJoin("sheetVersion as v", "v.id", "u.sheetVersionId")
    .leftJoin("shiftNeed as n", "n.unitId", "u.id")
    .select([
      "u.id as unitId",
      "u.plate",
      "u.serial",
      "u.siteId",
      policyOfUnit("s", "u"),
      "v.id as versionId",
      "v.sheetId",
    ])
    .where("u.siteId", "in", sites)
    .where("u.retiredAt", "is", null)
    .groupBy(["u.id", "s.id", "v.id"])
    .orderBy((eb) => eb.fn.count("n.unitId").filterWhere("n.inspectorId", "=", person.id), "desc")
    .orderBy((eb) => eb.fn.count("n.unitId"), "desc")
    .orderBy("u.plate")
    .limit(most)
    .execute();
  const prepared: Prepared[] = [];
  for (const { unitId, plate, serial, siteId, policy, versionId, sheetId } of units) {
    // The word first: what is read after it may know more, never less.
    const word = await startWord(db, unitId, person.id, at);
    const asks = await unitSheet(db, versionId, await figuresOf(db, unitId));
    const inspection: OpenInspection = {
      ...{ id: randomUUID(), unitId, plate, siteId, personId: person.id, people: [person.id] },
      ...{ scope, tagId: null },
      ...{ sheetId, asks, policy, found: foundStowed(asks.sheet), sealed: false },
      ...{ startedAt: at, startedPosition: null, begunAt: at, begunSeen: word.position },
    };
    const { id: _, ...walk } = await walkData(db, inspection, [], word, person, at);
    prepared.push({ walk, word, serial });
  }
  return prepared;
}
