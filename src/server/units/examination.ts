import { randomUUID } from "node:crypto";
import { z } from "zod";
import { checksOf } from "@/core/catalogue/catalogue";
import { requireDocument } from "@/server/clocks/documents";
import type { Db } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
import { textField } from "@/server/http/text";
import { append, lockUnit } from "@/server/ledger/append";
import { noteHeads } from "@/server/ledger/heads";

export const examinationSchema = z
  .strictObject({
    examiner: textField(2, "who examined it", 80),
    licence: textField(2, "their licence or card number", 60),
    examinedOn: z.iso.date(),
    nextDue: z.iso.date(),
    document: textField(2, "the number of the report or certificate", 120),
    /** The report itself, sent before. */
    documentId: z.uuid().nullable().optional(),
  })
  .refine(({ examinedOn, nextDue }) => nextDue > examinedOn, {
    path: ["nextDue"],
    message: "expected a day after the examination",
  })
  .refine(({ examinedOn, nextDue }) => daysBetween(examinedOn, nextDue) <= longestDays, {
    path: ["nextDue"],
    message: "expected at most 26 months after the examination; read the date off the report again",
  });

const longestDays = 800;
const daysBetween = (from: string, to: string) => (Date.parse(to) - Date.parse(from)) / 86_400_000;

/**
 * Records a periodic examination: who, when, next due and the document, as an entry of the unit's ledger. The check
 * that compares sticker, form and record is to be made again.
 */
export async function recordExamination(
  db: Db,
  unitId: string,
  personId: string,
  examination: z.infer<typeof examinationSchema>,
  at: Date,
): Promise<void> {
  if (Date.parse(examination.examinedOn) > at.getTime() + 86_400_000)
    throw new Problem(400, "bad-input", "examinedOn: expected a day that has come, got one that has not");
  const heads = await db.transaction().execute(async (trx) => {
    const unit = await trx
      .selectFrom("unit as u")
      .leftJoin("sheetVersion as v", "v.id", "u.sheetVersionId")
      .select(["v.content as sheet", "u.examinationDue"])
      .where("u.id", "=", unitId)
      .executeTakeFirst();
    if (unit === undefined) throw new Problem(404, "no-unit", "expected a unit of the pool");
    await lockUnit(trx, unitId);
    await requireDocument(trx, unitId, examination.documentId ?? null);
    const id = randomUUID();
    const named =
      unit.sheet === null
        ? ("all" as const)
        : checksOf(unit.sheet)
            .filter((check) => check.definition.part === "examination")
            .map((check) => check.key);
    const before = unit.examinationDue.toISOString();
    const document = { by: personId, ...examination, before };
    const written = await append(trx, unitId, [
      { unitId, kind: "examination", subjectId: id, at, named, document },
    ]);
    await trx
      .insertInto("examination")
      .values({ id, unitId, ...examination, recordedBy: personId, recordedAt: at })
      .execute();
    return written;
  });
  noteHeads(heads);
}
