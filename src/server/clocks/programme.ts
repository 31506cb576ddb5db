import { randomUUID } from "node:crypto";
import { z } from "zod";
import type { AsksLess } from "@/core/periodic/clocks";
import { asksLess } from "@/core/periodic/clocks";
import type { ProgrammeWanted } from "@/core/periodic/programme";
import { jobIds } from "@/core/vocabulary/jobs";
import type { Db, Trx } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
import { textField } from "@/server/http/text";
import { append, lockUnit } from "@/server/ledger/append";
import { type Head, noteHeads } from "@/server/ledger/heads";
import { asProgramme, programmesOf, setClocks } from "./keep";

export const programmeSchema = z
  .strictObject({
    job: z.enum(jobIds),
    /** False ends it. */
    runs: z.boolean().default(true),
    months: z.number().int().min(1).max(240).nullable(),
    hours: z.number().min(1).max(20_000).nullable(),
    earlyDays: z.number().int().min(0).max(120),
    noticeDays: z.number().int().min(0).max(120),
    /** Where it is from: the manual's page, the law, the owner's own rule. */
    source: textField(2, "where the interval is from: the manual's page, or whose rule it is", 200),
  })
  .refine(({ months, hours }) => months !== null || hours !== null, {
    path: ["months"],
    message: "expected months, hours or both",
  })
  .refine(({ months, earlyDays }) => months === null || earlyDays <= (months * 30) / 2, {
    path: ["earlyDays"],
    message: "expected an early window of at most half the interval",
  });

/** A programme, and whether it is for this unit or for every unit of its model at its site. */
export const programmeAskedSchema = programmeSchema.safeExtend({
  of: z.enum(["unit", "model"]).default("unit"),
});

/** What became of a programme: set, or waiting for a second person because it asks less than before. */
export interface ProgrammeSet {
  readonly waiting?: readonly AsksLess[];
  /** Plates of the units for which it holds now, where more than one was meant. */
  readonly set?: readonly string[];
}

/** Sets how often a job comes round on a unit. What asks less than before waits for a second person. */
export async function setProgramme(
  db: Db,
  unitId: string,
  personId: string,
  wanted: ProgrammeWanted,
  at: Date,
): Promise<ProgrammeSet> {
  const heads: Head[] = [];
  const answer = await db.transaction().execute(async (trx): Promise<ProgrammeSet> => {
    await lockUnit(trx, unitId);
    const less = await lessThanNow(trx, unitId, wanted);
    if (less.length === 0) {
      heads.push(...(await write(trx, unitId, personId, wanted, [], null, at)));
      return {};
    }
    await trx
      .insertInto("programmeClaim")
      .values({
        ...{ id: randomUUID(), unitId, content: JSON.stringify(wanted), asksLess: less },
        ...{ enteredBy: personId, enteredAt: at },
      })
      .execute();
    return { waiting: less };
  });
  noteHeads(heads);
  return answer;
}

/** Sets it for every unit of a unit's model at its site; on those of which it asks less it waits, each for itself. */
export async function setForModel(
  db: Db,
  unitId: string,
  personId: string,
  wanted: ProgrammeWanted,
  at: Date,
): Promise<ProgrammeSet> {
  const set: string[] = [];
  const waiting = new Set<AsksLess>();
  for (const unit of await sameModel(db, unitId)) {
    const { waiting: less } = await setProgramme(db, unit.id, personId, wanted, at);
    if (less === undefined) set.push(unit.plate);
    else for (const one of less) waiting.add(one);
  }
  return { set, ...(waiting.size > 0 && { waiting: [...waiting] }) };
}

/** Units in use of the same model at the same site, this one among them, by plate. */
export const sameModel = (db: Db, unitId: string) =>
  db
    .selectFrom("unit as own")
    .innerJoin("sheetVersion as ov", "ov.id", "own.sheetVersionId")
    .innerJoin("unit as u", "u.siteId", "own.siteId")
    .innerJoin("sheetVersion as v", (on) =>
      on.onRef("v.id", "=", "u.sheetVersionId").onRef("v.sheetId", "=", "ov.sheetId"),
    )
    .select(["u.id", "u.plate"])
    .where("own.id", "=", unitId)
    .where("u.retiredAt", "is", null)
    .orderBy("u.plate")
    .execute();

async function lessThanNow(
  trx: Trx,
  unitId: string,
  { job, runs, months, hours, earlyDays, noticeDays }: ProgrammeWanted,
): Promise<readonly AsksLess[]> {
  const now = (await programmesOf(trx, unitId)).find((one) => one.job === job);
  const then = { months: months ?? undefined, hours: hours ?? undefined, earlyDays, noticeDays };
  return asksLess(now && asProgramme(now), runs ? then : undefined);
}

async function write(
  trx: Trx,
  unitId: string,
  setBy: string,
  wanted: ProgrammeWanted,
  less: readonly AsksLess[],
  confirmedBy: string | null,
  at: Date,
): Promise<readonly Head[]> {
  const id = randomUUID();
  await trx
    .insertInto("programme")
    .values({ id, unitId, ...wanted, setBy, setAt: at, asksLess: less, confirmedBy })
    .execute();
  await setClocks(trx, unitId, at);
  const document = { by: setBy, ...wanted, ...(confirmedBy !== null && { confirmedBy, asksLess: less }) };
  return append(trx, unitId, [{ unitId, kind: "programme", subjectId: id, at, document }]);
}

/** Programmes of a unit that wait for a second person. */
export const programmeClaims = (db: Db | Trx, unitId: string) =>
  db
    .selectFrom("programmeClaim as c")
    .innerJoin("person as p", "p.id", "c.enteredBy")
    .select(["c.id", "c.content", "c.asksLess", "c.enteredBy", "p.name as by"])
    .where("c.unitId", "=", unitId)
    .where("c.confirmedAt", "is", null)
    .where("c.withdrawnAt", "is", null)
    .orderBy("c.enteredAt")
    .execute();

/** A second person agrees to a programme that asks less; whoever entered it may only take it back. */
export async function settleClaim(
  db: Db,
  unitId: string,
  claimId: string,
  personId: string,
  says: "agrees" | "withdraws",
  at: Date,
): Promise<void> {
  const heads = await db.transaction().execute(async (trx) => {
    const agrees = says === "agrees";
    await lockUnit(trx, unitId);
    const claim = (await programmeClaims(trx, unitId)).find(({ id }) => id === claimId);
    if (claim === undefined)
      throw new Problem(
        404,
        "no-claim",
        "expected a programme that waits for a second person; it may be settled",
      );
    if (agrees && claim.enteredBy === personId)
      throw new Problem(403, "second-person", `expected a second person: ${claim.by} entered this`);
    await trx
      .updateTable("programmeClaim")
      .set(agrees ? { confirmedBy: personId, confirmedAt: at } : { withdrawnAt: at })
      .where("id", "=", claimId)
      .execute();
    if (!agrees) return [];
    // Compared with what holds now: it may have changed since.
    const less = await lessThanNow(trx, unitId, claim.content);
    return write(trx, unitId, claim.enteredBy, claim.content, less, personId, at);
  });
  noteHeads(heads);
}
