import { z } from "zod";
import type { Pins } from "@/core/shift/pins";
import type { Db } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
import { textField } from "@/server/http/text";
import type { ShiftDay } from "./shift-day";

const which = { shiftId: textField(1, "a shift of the site", 40), day: z.iso.date() };

export const pinSchema = z.discriminatedUnion("kind", [
  /** This crew has this unit. */
  z.strictObject({ ...which, kind: z.literal("unit"), about: z.uuid(), value: z.uuid() }),
  /** This unit is inspected, or this job done, by this person; `crew`: the need it is for, whose unit it stays. */
  z.strictObject({
    ...which,
    ...{ kind: z.literal("person"), about: z.uuid(), value: z.uuid(), crew: z.uuid().optional() },
    /** Before all else that is theirs. */
    first: z.literal(true).optional(),
  }),
  /** This crew needs nothing on that day. */
  z.strictObject({ ...which, kind: z.literal("cancelled"), about: z.uuid() }),
]);

export const unpinSchema = z.strictObject({
  ...which,
  kind: z.enum(["unit", "person", "cancelled", "first"]),
  about: z.uuid(),
});

/** Says how a shift's plan must be in one matter, until it is taken back or the shift is over. */
export async function setPin(
  db: Db,
  siteId: string,
  byPerson: string,
  pin: z.infer<typeof pinSchema>,
  at: Date,
): Promise<void> {
  const { shiftId, day, kind, about } = pin;
  const value = pin.kind === "cancelled" ? null : pin.value;
  const known =
    kind === "person"
      ? isWorkOf(db, siteId, about)
      : db
          .selectFrom("shiftNeed")
          .select("id")
          .where("id", "=", about)
          .where("siteId", "=", siteId)
          .executeTakeFirst();
  if ((await known) === undefined)
    throw new Problem(404, "no-need", "expected a need, a unit or a job of this site");
  if (pin.kind === "person" && pin.crew !== undefined)
    await setPin(db, siteId, byPerson, { shiftId, day, kind: "unit", about: pin.crew, value: about }, at);
  const set = { setBy: byPerson, setAt: at };
  const rows = [
    { kind, about, value, ...set },
    ...(pin.kind === "person" && pin.first === true
      ? [{ kind: "first" as const, about: pin.value, value: about, ...set }]
      : []),
  ];
  for (const { kind: what, about: whose, ...said } of rows)
    await db
      .insertInto("shiftPin")
      .values({ siteId, shiftId, day, kind: what, about: whose, ...said })
      .onConflict((oc) => oc.columns(["siteId", "shiftId", "day", "kind", "about"]).doUpdateSet(said))
      .execute();
}

/** Somebody's work at a site: the inspection or re-test of a unit, or a job on one. */
const isWorkOf = async (db: Db, siteId: string, id: string): Promise<object | undefined> =>
  (await db
    .selectFrom("unit")
    .select("id")
    .where("id", "=", id)
    .where("siteId", "=", siteId)
    .executeTakeFirst()) ??
  (await db
    .selectFrom("jobSlot as s")
    .innerJoin("unit as u", "u.id", "s.unitId")
    .select("s.id")
    .where("s.id", "=", id)
    .where("u.siteId", "=", siteId)
    .executeTakeFirst());

/** Takes back what was said. Twice is once. */
export async function dropPin(db: Db, siteId: string, pin: z.infer<typeof unpinSchema>): Promise<void> {
  await db
    .deleteFrom("shiftPin")
    .where("siteId", "=", siteId)
    .where("shiftId", "=", pin.shiftId)
    .where("day", "=", pin.day)
    .where("kind", "=", pin.kind)
    .where("about", "=", pin.about)
    .execute();
}

/** What was said of a shift's plan. */
export async function pinsOn(db: Db, siteId: string, shift: ShiftDay): Promise<Pins> {
  const rows = await db
    .selectFrom("shiftPin")
    .select(["kind", "about", "value"])
    .where("siteId", "=", siteId)
    .where("shiftId", "=", shift.id)
    .where("day", "=", shift.day)
    .execute();
  const of = (kind: "unit" | "person" | "first") =>
    Object.fromEntries(
      rows.filter((row) => row.kind === kind).map(({ about, value }) => [about, value ?? ""]),
    );
  return {
    units: of("unit"),
    people: of("person"),
    first: of("first"),
    cancelled: rows.filter(({ kind }) => kind === "cancelled").map(({ about }) => about),
  };
}
