import { randomUUID } from "node:crypto";
import { z } from "zod";
import { fits } from "@/core/periodic/hours";
import { isStorable } from "@/core/record/events";
import { jobIds, jobKind } from "@/core/vocabulary/jobs";
import { localMs, momentOf } from "@/core/vocabulary/zone";
import type { Db } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
import { append, lockUnit } from "@/server/ledger/append";
import { noteHeads } from "@/server/ledger/heads";
import { requireDocument } from "./documents";
import { meterHours } from "./hours";
import { hourLogOf, programmesOf, refuseOdd, setClocks } from "./keep";

const words = (least: number, what: string, most: number) =>
  z
    .string()
    .trim()
    .min(least, `expected ${what}`)
    .max(most)
    .refine(isStorable, "expected text without NUL or half characters");

export const jobDoneSchema = z
  .strictObject({
    job: z.enum(jobIds),
    doneOn: z.iso.date(),
    /** What the hour meter showed; asked where the job comes round by hours. */
    meterHours: meterHours.nullable(),
    doneBy: words(2, "who did it", 80),
    licence: words(0, "their licence or card number", 60),
    /** The number of the report or certificate. */
    document: words(0, "the number of the report", 120),
    /** The report itself, sent before. */
    documentId: z.uuid().nullable(),
    note: words(0, "a note", 1000).optional(),
  })
  .refine(
    ({ job, document, documentId }) => !jobKind(job).document || document !== "" || documentId !== null,
    {
      path: ["document"],
      message: "expected the report of this job: its number, or the document itself",
    },
  )
  .refine(({ job, licence }) => jobKind(job).doneBy !== "competent_person" || licence !== "", {
    path: ["licence"],
    message: "expected their licence or card number",
  });

const dayMs = 86_400_000;

/**
 * Records that a job which comes round was done, and sets its clock. What the meter showed must be able to follow the readings
 * before it: whoever records a job stands at a desk and can look again.
 */
export async function recordJob(
  db: Db,
  unitId: string,
  personId: string,
  wanted: z.infer<typeof jobDoneSchema>,
  at: Date,
): Promise<void> {
  const { job, doneOn, meterHours: read, note, ...rest } = wanted;
  const id = randomUUID();
  const heads = await db.transaction().execute(async (trx) => {
    await lockUnit(trx, unitId);
    const { timeZone } = await trx
      .selectFrom("unit as u")
      .innerJoin("site as s", "s.id", "u.siteId")
      .select("s.timeZone")
      .where("u.id", "=", unitId)
      .executeTakeFirstOrThrow();
    const doneAt = new Date(Math.min(at.getTime(), momentOf(Date.parse(doneOn) + dayMs / 2, timeZone)));
    if (Date.parse(doneOn) > localMs(at.getTime(), timeZone))
      throw new Problem(400, "bad-input", "doneOn: expected a day that has come, got one that has not");
    const programme = (await programmesOf(trx, unitId)).find((one) => one.job === job);
    if (programme === undefined)
      throw new Problem(409, "no-programme", "this job has no programme on this unit; set one first");
    if (programme.hours !== null && read === null)
      throw new Problem(
        400,
        "bad-input",
        "meterHours: expected what the hour meter showed: this job comes round by hours",
      );
    await requireDocument(trx, unitId, rest.documentId);
    if (read !== null) {
      const log = await hourLogOf(trx, unitId);
      refuseOdd(fits(log, { id, atMs: doneAt.getTime(), hours: read }, log.exchanges), read, doneOn);
      await trx
        .insertInto("hourReading")
        .values({
          ...{ id, unitId, observedAt: doneAt, hours: read, readBy: personId },
          ...{ inspectionId: null, recordedAt: at },
        })
        .execute();
    }
    await trx
      .insertInto("jobDone")
      .values({
        ...{ id, unitId, job, doneOn, doneAt, meterHours: read, ...rest },
        ...{ note: note ?? null, recordedBy: personId, recordedAt: at },
      })
      .execute();
    await setClocks(trx, unitId, at);
    const named = jobKind(job).opens ? ("all" as const) : [];
    const document = { by: personId, ...wanted };
    return append(trx, unitId, [{ unitId, kind: "job_done", subjectId: id, at, named, document }]);
  });
  noteHeads(heads);
}
