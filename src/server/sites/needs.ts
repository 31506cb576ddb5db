import { z } from "zod";
import type { Db } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
import { textField } from "@/server/http/text";
import { rights } from "@/server/people/roles";
import { unitNames } from "@/server/units/names";

const which = { shiftId: textField(1, "a shift of the site", 40), unitId: z.uuid() };

export const needSchema = z.strictObject({
  ...which,
  /** Who works with the unit, and where. */
  crew: textField(1, "who needs it", 80),
  place: textField(1, "where it is needed", 80),
  /** Who inspects it; null: nobody yet. */
  inspectorId: z.uuid().nullable(),
});

export const noNeedSchema = z.strictObject(which);

/** Says that a shift needs a unit, or for whom, where and by whom it is inspected otherwise than before. */
export async function setNeed(
  db: Db,
  siteId: string,
  personId: string,
  need: z.infer<typeof needSchema>,
  at: Date,
): Promise<void> {
  const site = await db.selectFrom("site").select("shifts").where("id", "=", siteId).executeTakeFirst();
  if (!site?.shifts.some(({ id }) => id === need.shiftId))
    throw new Problem(404, "no-shift", `expected a shift of the site, got ${need.shiftId}`);
  const unit = await db
    .selectFrom("unit")
    .select("id")
    .where("id", "=", need.unitId)
    .where("siteId", "=", siteId)
    .where("retiredAt", "is", null)
    .executeTakeFirst();
  if (unit === undefined)
    throw new Problem(404, "no-unit", "expected a unit of this site that is not retired");
  if (
    need.inspectorId !== null &&
    !(await inspectorsOf(db, siteId)).some(({ id }) => id === need.inspectorId)
  )
    throw new Problem(404, "no-person", "expected somebody of this site who inspects");
  const row = { ...need, siteId, setBy: personId, setAt: at };
  const { crew, place, inspectorId, setBy, setAt } = row;
  await db
    .insertInto("shiftNeed")
    .values(row)
    .onConflict((oc) =>
      oc.columns(["siteId", "shiftId", "unitId"]).doUpdateSet({ crew, place, inspectorId, setBy, setAt }),
    )
    .execute();
}

/** Says that a shift does not need a unit any more. Twice is once. */
export async function dropNeed(
  db: Db,
  siteId: string,
  { shiftId, unitId }: z.infer<typeof noNeedSchema>,
): Promise<void> {
  await db
    .deleteFrom("shiftNeed")
    .where("siteId", "=", siteId)
    .where("shiftId", "=", shiftId)
    .where("unitId", "=", unitId)
    .execute();
}

/** Who inspects at a site, by name. */
export const inspectorsOf = (db: Db, siteId: string) =>
  db
    .selectFrom("person as p")
    .innerJoin("personRole as r", "r.personId", "p.id")
    .select(["p.id", "p.name"])
    .distinct()
    .where("r.siteId", "=", siteId)
    .where("r.role", "in", rights.inspect)
    .orderBy("p.name")
    .execute();

/** What the shifts of a site need, and what they could. */
export async function needsToSet(db: Db, siteId: string) {
  const [site, needs, units, inspectors] = await Promise.all([
    db.selectFrom("site").select("shifts").where("id", "=", siteId).executeTakeFirstOrThrow(),
    db
      .selectFrom("shiftNeed as n")
      .innerJoin("unit as u", "u.id", "n.unitId")
      .leftJoin("person as p", "p.id", "n.inspectorId")
      .select([
        "n.shiftId",
        "n.unitId",
        "u.plate",
        "n.crew",
        "n.place",
        "n.inspectorId",
        "p.name as inspector",
      ])
      .where("n.siteId", "=", siteId)
      .where("u.siteId", "=", siteId)
      .where("u.retiredAt", "is", null)
      .orderBy("u.plate")
      .execute(),
    unitNames(db, siteId, "not"),
    inspectorsOf(db, siteId),
  ]);
  const shifts = [...site.shifts].sort((a, b) => a.startsMin - b.startsMin);
  return { shifts, needs, units, inspectors };
}
