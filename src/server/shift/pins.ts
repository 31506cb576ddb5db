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
  /** This unit is inspected by this person; `crew`: the need it is for, whose unit it stays. */
  z.strictObject({
    ...which,
    ...{ kind: z.literal("person"), about: z.uuid(), value: z.uuid(), crew: z.uuid().optional() },
  }),
  /** This crew needs nothing on that day. */
  z.strictObject({ ...which, kind: z.literal("cancelled"), about: z.uuid() }),
]);

export const unpinSchema = z.strictObject({
  ...which,
  kind: z.enum(["unit", "person", "cancelled"]),
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
      ? db.selectFrom("unit").select("id").where("id", "=", about).where("siteId", "=", siteId)
      : db.selectFrom("shiftNeed").select("id").where("id", "=", about).where("siteId", "=", siteId);
  if ((await known.executeTakeFirst()) === undefined)
    throw new Problem(404, "no-need", "expected a need or a unit of this site");
  if (pin.kind === "person" && pin.crew !== undefined)
    await setPin(db, siteId, byPerson, { shiftId, day, kind: "unit", about: pin.crew, value: about }, at);
  const said = { value, setBy: byPerson, setAt: at };
  await db
    .insertInto("shiftPin")
    .values({ siteId, shiftId, day, kind, about, ...said })
    .onConflict((oc) => oc.columns(["siteId", "shiftId", "day", "kind", "about"]).doUpdateSet(said))
    .execute();
}

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
  const of = (kind: "unit" | "person") =>
    Object.fromEntries(
      rows.filter((row) => row.kind === kind).map(({ about, value }) => [about, value ?? ""]),
    );
  return {
    units: of("unit"),
    people: of("person"),
    cancelled: rows.filter(({ kind }) => kind === "cancelled").map(({ about }) => about),
  };
}
