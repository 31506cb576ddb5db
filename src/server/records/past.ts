import { randomUUID } from "node:crypto";
import { sql } from "kysely";
import { z } from "zod";
import { type Imported, mostRows, type PastShown } from "@/contract/past";
import { measureOf } from "@/core/catalogue/catalogue";
import { longest, pastKinds, pastOutcomes } from "@/core/record/past";
import { isBelievable } from "@/core/vocabulary/believable";
import { barePlate } from "@/core/vocabulary/plate-match";
import { momentOf } from "@/core/vocabulary/zone";
import { meterHours, noteReading } from "@/server/clocks/hours";
import type { Db } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
import { textField } from "@/server/http/text";
import type { AtSite } from "./find";

const shared = {
  by: textField(1, "who did it", longest.by),
  outcome: z.enum(pastOutcomes),
  note: textField(0, "a note", longest.note),
};

export const importSchema = z.strictObject({
  /** Name of the file. */
  source: textField(1, "the name of the file", 120),
  kind: z.enum(pastKinds),
  rows: z
    .array(
      z.strictObject({
        line: z.number().int().min(1),
        plate: textField(1, "a plate", 40),
        date: z.iso.date(),
        ...shared,
      }),
    )
    .min(1, "expected a record to take")
    .max(mostRows, `expected at most ${mostRows} records at once`),
});

/**
 * Takes records of a file. All of them or, where a unit is not known at the site or a day has not come, none: every such line is
 * named. One that is there already is left as it is.
 */
export async function importPast(
  db: Db,
  { siteId, zone }: AtSite,
  personId: string,
  { source, kind, rows }: z.infer<typeof importSchema>,
  at: Date,
): Promise<Imported> {
  const units = await db.selectFrom("unit").select(["id", "plate"]).where("siteId", "=", siteId).execute();
  const byPlate = new Map(units.map(({ id, plate }) => [barePlate(plate), id]));
  const errors: { path: string; message: string }[] = [];
  const records = rows.flatMap(({ line, plate, date, by, outcome, note }) => {
    const unitId = byPlate.get(barePlate(plate));
    // A day in a file has no hour: the middle of it, by the site's clock.
    const doneAt = new Date(momentOf(Date.parse(`${date}T12:00:00Z`), zone));
    if (unitId === undefined)
      errors.push({ path: `${line}`, message: `expected the plate of a unit of this site, got ${plate}` });
    if (doneAt > at) errors.push({ path: `${line}`, message: `expected a day that has come, got ${date}` });
    return unitId === undefined
      ? []
      : [
          {
            id: randomUUID(),
            origin: "file" as const,
            source,
            kind,
            unitId,
            doneAt,
            byName: by,
            outcome,
            note,
          },
        ];
  });
  if (errors.length > 0)
    throw new Problem(
      400,
      "bad-input",
      `nothing was taken: ${errors
        .slice(0, 5)
        .map(({ path, message }) => `line ${path}: ${message}`)
        .join("; ")}${errors.length > 5 ? `; and ${errors.length - 5} more` : ""}`,
      { errors },
    );
  const taken = await db.transaction().execute((trx) =>
    trx
      .insertInto("pastRecord")
      .values(records.map((one) => ({ ...one, enteredBy: personId, enteredAt: at })))
      .onConflict((oc) => oc.doNothing())
      .returning("id")
      .execute(),
  );
  return { taken: taken.length, there: rows.length - taken.length };
}

export const paperSchema = z.strictObject({
  id: z.uuid(),
  /** When the walk was signed on paper. */
  doneAt: z.iso.datetime(),
  ...shared,
  /** What the hour meter showed, and the id under which that is kept. */
  hours: z.strictObject({ id: z.uuid(), value: meterHours }).optional(),
  readings: z.array(z.strictObject({ check: z.string().max(120), value: z.number().finite() })).max(60),
});

/** How long after it a walk on paper is typed in, at most. */
const typedWithinDays = 400;

/** Notes a walk that was made on paper. The same twice is one; what the meter showed counts for the clocks like any reading. */
export async function typePaper(
  db: Db,
  unitId: string,
  personId: string,
  { id, doneAt, by, outcome, note, hours, readings }: z.infer<typeof paperSchema>,
  at: Date,
): Promise<void> {
  const when = new Date(doneAt);
  if (when > at || when.getTime() < at.getTime() - typedWithinDays * 86_400_000)
    throw new Problem(400, "bad-input", "doneAt: expected a moment of the last year that has come");
  for (const { check, value } of readings) {
    const measure = measureOf(check);
    if (measure === undefined || !isBelievable(measure.quantity, value))
      throw new Problem(
        400,
        "bad-input",
        `readings: expected a reading that can be, got ${value} of ${check}`,
      );
  }
  await db.transaction().execute((trx) =>
    trx
      .insertInto("pastRecord")
      .values({
        ...{
          id,
          unitId,
          origin: "paper",
          source: "",
          kind: "inspection",
          doneAt: when,
          byName: by,
          outcome,
          note,
        },
        ...{ readings: JSON.stringify(readings), enteredBy: personId, enteredAt: at },
      })
      .onConflict((oc) => oc.doNothing())
      .execute(),
  );
  if (hours !== undefined)
    await noteReading(db, unitId, personId, { id: hours.id, hours: hours.value, observedAt: doneAt }, at);
}

/** Past records on a page. */
export const pastOnPage = 50;

/** Of one unit in a year, at most. */
export const mostInBook = 1000;

export interface PastAsked {
  readonly unitId?: string | undefined;
  /** Where the page before ended: its last moment and id, as `askedIn` reads them. */
  readonly before?: string | undefined;
  readonly span?: { readonly from: Date; readonly to: Date } | undefined;
}

/** Past records of a site, the latest first. */
export async function pastRecords(
  db: Db,
  siteId: string,
  { unitId, before, span }: PastAsked,
  most: number,
): Promise<readonly PastShown[]> {
  const [ms, lastId] = before?.split(".") ?? [];
  const rows = await db
    .selectFrom("pastRecord as r")
    .innerJoin("unit as u", "u.id", "r.unitId")
    .innerJoin("person as p", "p.id", "r.enteredBy")
    .select(["r.id", "u.plate", "r.origin", "r.source", "r.kind", "r.doneAt", "r.byName as by", "r.outcome"])
    .select(["r.note", "r.readings", "p.name as entered", "r.enteredAt"])
    .where("u.siteId", "=", siteId)
    .$if(unitId !== undefined, (all) => all.where("r.unitId", "=", unitId ?? ""))
    .$if(before !== undefined, (all) =>
      all.where(sql<boolean>`(r.done_at, r.id) < (${new Date(Number(ms))}, ${lastId}::uuid)`),
    )
    .$if(span !== undefined, (all) =>
      all.where("r.doneAt", ">=", span?.from ?? new Date(0)).where("r.doneAt", "<", span?.to ?? new Date(0)),
    )
    .orderBy("r.doneAt", "desc")
    .orderBy("r.id", "desc")
    .limit(most)
    .execute();
  return rows.map(({ doneAt, enteredAt, ...row }) => ({
    ...row,
    doneMs: doneAt.getTime(),
    enteredMs: enteredAt.getTime(),
  }));
}
