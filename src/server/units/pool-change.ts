import { randomUUID } from "node:crypto";
import { z } from "zod";
import { type SheetEffect, sheetEffect } from "@/core/catalogue/sheet-effect";
import type { EntryKind } from "@/core/evidence/touches";
import { barePlate } from "@/core/vocabulary/plate-match";
import type { Db, Trx } from "@/server/database/database";
import type { UnitChangeKind } from "@/server/database/tables/units";
import { Problem } from "@/server/http/problem";
import { textField } from "@/server/http/text";
import { append, lockUnit } from "@/server/ledger/append";
import { type Head, noteHeads } from "@/server/ledger/heads";
import { secondPerson, secondSchema } from "@/server/people/pin";
import { figuresOf } from "./figures";

export const newUnitSchema = z.strictObject({
  plate: z
    .string()
    .trim()
    .toUpperCase()
    .regex(/^[A-Z0-9](?:[A-Z0-9 -]{0,10}[A-Z0-9])?$/, "expected 1 to 12 letters, digits, spaces and dashes"),
  serial: textField(2, "the serial number off its plate", 60),
  siteId: z.string().min(1).max(60),
  sheetId: z.string().min(1).max(120),
  /** When its periodic examination falls due, by its report. */
  examinationDue: z.iso.date(),
  document: textField(2, "the number of the report of its examination", 120),
  /** Whose it is: the site's own, or hired in. */
  hiredFrom: textField(0, "who it is hired from", 80),
});

export const poolChangeSchema = z.discriminatedUnion("kind", [
  z.strictObject({
    kind: z.literal("moved"),
    siteId: z.string().min(1).max(60),
    why: textField(0, "why", 400),
  }),
  z.strictObject({ kind: z.literal("retired"), why: textField(3, "why, in a few words", 400) }),
  z.strictObject({ kind: z.literal("back"), why: textField(3, "why, in a few words", 400) }),
  z.strictObject({
    kind: z.literal("sheet"),
    sheetId: z.string().min(1).max(120),
    /** Where it asks less on the floor: the manual's page, and a second person at this screen. */
    page: textField(0, "the manual's page", 80).optional(),
    second: secondSchema.optional(),
  }),
]);

/** Adds a unit to a site's pool. An inspection is due: nothing of it is known here. */
export async function addUnit(
  db: Db,
  wanted: z.infer<typeof newUnitSchema>,
  by: string,
  at: Date,
): Promise<{ readonly id: string; readonly plate: string }> {
  const id = randomUUID();
  const { plate, sheetId, examinationDue, ...rest } = wanted;
  const heads: Head[] = [];
  await db.transaction().execute(async (trx) => {
    const same = (await trx.selectFrom("unit").select("plate").execute()).find(
      (one) => barePlate(one.plate) === barePlate(plate),
    );
    if (same !== undefined)
      throw new Problem(
        409,
        "plate-taken",
        `there is already a unit ${same.plate}; expected a plate of its own`,
      );
    const sheet = await latestOf(trx, sheetId);
    const detail = {
      ...{ plate, ...rest, family: sheet.family, sheetVersionId: sheet.versionId },
      examinationDue: `${examinationDue}T00:00:00.000Z`,
    };
    await change(trx, id, "added", detail, by, null, at);
    heads.push(
      ...(await append(trx, id, [
        { unitId: id, kind: "added", subjectId: id, at, document: { by, ...detail } },
      ])),
    );
  });
  noteHeads(heads);
  return { id, plate };
}

/** The latest version of a sheet. */
async function latestOf(trx: Db | Trx, sheetId: string) {
  const row = await trx
    .selectFrom("sheetVersion as v")
    .innerJoin("sheet as s", "s.id", "v.sheetId")
    .select(["v.id as versionId", "v.content", "s.family"])
    .where("v.sheetId", "=", sheetId)
    .orderBy("v.version", "desc")
    .limit(1)
    .executeTakeFirst();
  if (row === undefined) throw new Problem(404, "no-sheet", `expected a sheet of this yard, got ${sheetId}`);
  return row;
}

async function change(
  trx: Trx,
  unitId: string,
  kind: UnitChangeKind,
  detail: object,
  byPerson: string,
  confirmedBy: string | null,
  at: Date,
): Promise<string> {
  const id = randomUUID();
  await trx
    .insertInto("unitChange")
    .values({ id, unitId, kind, detail: JSON.stringify(detail), byPerson, confirmedBy, at })
    .execute();
  return id;
}

/** What each change writes into the unit's ledger. */
const entryOf: Readonly<Record<Exclude<UnitChangeKind, "added">, EntryKind>> = {
  moved: "moved",
  retired: "retired",
  back: "back",
  sheet: "sheet",
};

/** Changes a unit's place in the pool, or the sheet it goes by; who and when stand in its ledger. */
export async function changeUnit(
  db: Db,
  unitId: string,
  wanted: z.infer<typeof poolChangeSchema>,
  by: string,
  at: Date,
): Promise<void> {
  const { kind, ...asked } = wanted;
  const second =
    wanted.kind === "sheet" && wanted.second !== undefined
      ? await secondPerson(db, wanted.second, at)
      : undefined;
  const heads = await db.transaction().execute(async (trx) => {
    await lockUnit(trx, unitId);
    const detail = wanted.kind === "sheet" ? await otherSheet(trx, unitId, wanted, by, second) : asked;
    const confirmedBy = second?.id ?? null;
    const id = await change(trx, unitId, kind, detail, by, confirmedBy, at);
    const document = { by, ...detail, ...(confirmedBy !== null && { confirmedBy }) };
    return append(trx, unitId, [{ unitId, kind: entryOf[kind], subjectId: id, at, document }]);
  });
  noteHeads(heads);
}

async function otherSheet(
  trx: Trx,
  unitId: string,
  { sheetId, page }: { readonly sheetId: string; readonly page?: string },
  by: string,
  second: { readonly id: string; readonly name: string } | undefined,
) {
  const to = await latestOf(trx, sheetId);
  const effect = await effectOn(trx, unitId, to);
  if (effect.weakens.length > 0) {
    if ((page ?? "") === "" || second === undefined)
      throw new Problem(
        409,
        "needs-page",
        `this sheet takes away or softens ${effect.weakens.length} on the floor; give the manual's page, and a second person agrees here with badge and PIN`,
        { weakens: effect.weakens },
      );
    if (second.id === by)
      throw new Problem(403, "second-person", "expected a second person, not the one who enters it");
  }
  return {
    sheetId,
    sheetVersionId: to.versionId,
    weakens: effect.weakens,
    ...(page !== undefined && { page }),
  };
}

/** What going by another sheet would change for a unit. */
async function effectOn(
  trx: Db | Trx,
  unitId: string,
  to: Awaited<ReturnType<typeof latestOf>>,
): Promise<SheetEffect> {
  const unit = await trx
    .selectFrom("unit as u")
    .leftJoin("sheetVersion as v", "v.id", "u.sheetVersionId")
    .select(["u.family", "v.content as sheet"])
    .where("u.id", "=", unitId)
    .executeTakeFirstOrThrow();
  if (unit.family !== to.family)
    throw new Problem(
      409,
      "other-family",
      `expected a sheet of a ${unit.family.replaceAll("_", " ")}, got one of a ${to.family.replaceAll("_", " ")}`,
    );
  if (unit.sheet === null) return { comes: [], goes: [], weakens: [] };
  return sheetEffect(unit.sheet, to.content, await figuresOf(trx, unitId));
}

/** The same, to be looked at before anything is changed. */
export const effectOfSheet = async (db: Db, unitId: string, sheetId: string): Promise<SheetEffect> =>
  effectOn(db, unitId, await latestOf(db, sheetId));
