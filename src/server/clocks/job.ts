import { randomUUID } from "node:crypto";
import { z } from "zod";
import { fits } from "@/core/periodic/hours";
import { jobIds, jobKind, lackOf } from "@/core/vocabulary/jobs";
import { localMs, momentOf } from "@/core/vocabulary/zone";
import type { Db } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
import { textField } from "@/server/http/text";
import { append, lockUnit } from "@/server/ledger/append";
import { noteHeads } from "@/server/ledger/heads";
import { zoneOfUnit } from "@/server/sites/zone";
import { requireDocument } from "./documents";
import { meterHours } from "./hours";
import { hourLogOf, programmesOf, refuseOdd, setClocks } from "./keep";

export const jobDoneSchema = z
  .strictObject({
    job: z.enum(jobIds),
    doneOn: z.iso.date(),
    /** What the hour meter showed; asked where the job comes round by hours. */
    meterHours: meterHours.nullable(),
    doneBy: textField(2, "who did it", 80),
    licence: textField(0, "their licence or card number", 60),
    /** The number of the report or certificate. */
    document: textField(0, "the number of the report", 120),
    /** The report itself, sent before. */
    documentId: z.uuid().nullable(),
    note: textField(0, "a note", 1000).optional(),
  })
  .superRefine(({ job, licence, document, documentId }, context) => {
    const lack = lackOf(job, { licence, hasReport: document !== "" || documentId !== null });
    if (lack !== undefined) context.addIssue({ code: "custom", path: [lack], message: lackWords[lack] });
  });

const lackWords = {
  document: "expected the report of this job: its number, or the document itself",
  licence: "expected their licence or card number",
} as const;

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
    const zone = await zoneOfUnit(trx, unitId);
    const doneAt = new Date(Math.min(at.getTime(), momentOf(Date.parse(doneOn) + dayMs / 2, zone)));
    if (Date.parse(doneOn) > localMs(at.getTime(), zone))
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
      refuseOdd(fits(log, { id, atMs: doneAt.getTime(), hours: read }), read, doneOn);
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
