import { randomUUID } from "node:crypto";
import { z } from "zod";
import { neededWorkSchema } from "@/core/shift/needed-work";
import type { Db } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
import { textField } from "@/server/http/text";
import { unitNames } from "@/server/units/names";
import { inspectorsOf } from "./people";

/** Every day of the week. */
const everyDay = 127;

export const needSchema = z
  .strictObject({
    /** The need that is said otherwise; left out: a new one, or that of the unit on this shift. */
    id: z.uuid().optional(),
    shiftId: textField(1, "a shift of the site", 40),
    /** The unit they have usually; null: whichever can do the work. */
    unitId: z.uuid().nullable(),
    /** Who works with the unit, and where. */
    crew: textField(1, "who needs it", 80),
    place: textField(1, "where it is needed", 80),
    /** Who inspects it usually; null: nobody in particular. */
    inspectorId: z.uuid().nullable(),
    /** What it must be able to do; left out: what others of its model can. */
    work: neededWorkSchema.nullable().default(null),
    /** Days of the week, Monday the lowest bit; of no account where one day is named. */
    days: z.number().int().min(1).max(everyDay).default(everyDay),
    onDay: z.iso.date().nullable().default(null),
    /** Minutes from where the units are parked. */
    moveMin: z.number().int().min(0).max(240).default(0),
  })
  .refine(
    ({ unitId, work }) => unitId !== null || work !== null,
    "expected a unit, or what it must be able to do",
  );

export const noNeedSchema = z.strictObject({ id: z.uuid() });

/** Says what a crew needs on a shift, or that otherwise than before. Gives the need's id. */
export async function setNeed(
  db: Db,
  siteId: string,
  personId: string,
  need: z.infer<typeof needSchema>,
  at: Date,
): Promise<string> {
  const site = await db.selectFrom("site").select("shifts").where("id", "=", siteId).executeTakeFirst();
  if (!site?.shifts.some(({ id }) => id === need.shiftId))
    throw new Problem(404, "no-shift", `expected a shift of the site, got ${need.shiftId}`);
  if (need.unitId !== null) await requireUnit(db, siteId, need.unitId);
  if (
    need.inspectorId !== null &&
    !(await inspectorsOf(db, siteId)).some(({ id }) => id === need.inspectorId)
  )
    throw new Problem(404, "no-person", "expected somebody of this site who inspects");
  const { id: given, shiftId, unitId, work, ...rest } = need;
  const said = { ...rest, work: work === null ? null : JSON.stringify(work), setBy: personId, setAt: at };
  if (given !== undefined) {
    const other = await db
      .selectFrom("shiftNeed")
      .select("id")
      .where("siteId", "=", siteId)
      .where("shiftId", "=", shiftId)
      .where("unitId", "=", unitId)
      .where("id", "!=", given)
      .executeTakeFirst();
    if (other !== undefined)
      throw new Problem(
        409,
        "unit-needed",
        "expected a unit no other crew of this shift has; change theirs first",
      );
    const changed = await db
      .updateTable("shiftNeed")
      .set({ ...said, shiftId, unitId })
      .where("id", "=", given)
      .where("siteId", "=", siteId)
      .executeTakeFirst();
    if (changed.numUpdatedRows === 0n) throw new Problem(404, "no-need", "expected a need of this site");
    return given;
  }
  const row = await db
    .insertInto("shiftNeed")
    .values({ id: randomUUID(), siteId, shiftId, unitId, ...said })
    .onConflict((oc) => oc.columns(["siteId", "shiftId", "unitId"]).doUpdateSet(said))
    .returning("id")
    .executeTakeFirstOrThrow();
  return row.id;
}

async function requireUnit(db: Db, siteId: string, unitId: string): Promise<void> {
  const unit = await db
    .selectFrom("unit")
    .select("id")
    .where("id", "=", unitId)
    .where("siteId", "=", siteId)
    .where("retiredAt", "is", null)
    .executeTakeFirst();
  if (unit === undefined)
    throw new Problem(404, "no-unit", "expected a unit of this site that is not retired");
}

/** Says that a crew needs it no more. Twice is once. */
export async function dropNeed(db: Db, siteId: string, { id }: z.infer<typeof noNeedSchema>): Promise<void> {
  await db.deleteFrom("shiftNeed").where("id", "=", id).where("siteId", "=", siteId).execute();
}

/** What the shifts of a site need, and what they could. */
export async function needsToSet(db: Db, siteId: string) {
  const [site, needs, units, inspectors] = await Promise.all([
    db.selectFrom("site").select("shifts").where("id", "=", siteId).executeTakeFirstOrThrow(),
    db
      .selectFrom("shiftNeed as n")
      .leftJoin("unit as u", "u.id", "n.unitId")
      .leftJoin("person as p", "p.id", "n.inspectorId")
      .select(["n.id", "n.shiftId", "n.unitId", "u.plate", "n.crew", "n.place", "n.inspectorId"])
      .select(["p.name as inspector", "n.work", "n.days", "n.onDay", "n.moveMin"])
      .where("n.siteId", "=", siteId)
      .where(({ or, eb, and }) =>
        or([eb("n.unitId", "is", null), and([eb("u.siteId", "=", siteId), eb("u.retiredAt", "is", null)])]),
      )
      .orderBy("u.plate")
      .orderBy("n.crew")
      .execute(),
    unitNames(db, siteId, "not"),
    inspectorsOf(db, siteId),
  ]);
  const shifts = [...site.shifts].sort((a, b) => a.startsMin - b.startsMin);
  return {
    ...{ shifts, needs, units },
    inspectors: inspectors.map(({ id, name }) => ({ id, name })),
  };
}
