import { type Selectable, sql } from "kysely";
import { type Standing, standingOf } from "@/core/decision/standing";
import { allows } from "@/core/survey/sums";
import type { Db } from "@/server/database/database";
import type { Database } from "@/server/database/tables";

export interface UnitStanding extends Standing {
  readonly unitId: string;
  /** Numbers of tags and of reports that hold it. */
  readonly tags: readonly string[];
  readonly signedBy?: string;
  readonly signedAtMs?: number;
  readonly inspectionId?: string;
  /** The place and the job it was surveyed for, where a survey is in effect. */
  readonly surveyed?: { readonly id: string; readonly place: string; readonly job: string };
}

/** Of units that carry a tag, in the words of the index that finds them. */
export const carriesTag = sql<boolean>`tags <> '{}'`;

/** Columns `standingFrom` reads, of the table named `s`. */
export const standingColumns = [
  "s.unitId",
  "s.tags",
  "s.reports",
  "s.examinationDue",
  "s.jobDue",
  "s.jobsByHours",
  "s.repairDue",
  "s.outcome",
  "s.checksDue",
  "s.proven",
  "s.endedBy",
  "s.signedAt",
  "s.clearanceEndsAt",
  "s.inspectionId",
  "s.stops",
  "s.surveyOwed",
  "s.surveyId",
  "s.surveyVerdict",
  "s.surveyUntil",
  "s.surveyPlace",
  "s.surveyJob",
] as const;

type Row = Omit<Selectable<Database["unitStanding"]>, "siteId" | "tagReason" | "signedBy" | "stale"> & {
  readonly signer: string | null;
};

/**
 * Where units stand now. Each is one row, which tagging, sealing and releasing change with all they write: a reader never
 * sees half of any of them, and waits for nobody.
 */
export async function standings(
  db: Db,
  unitIds: readonly string[],
  at: Date,
): Promise<ReadonlyMap<string, UnitStanding>> {
  if (unitIds.length === 0) return new Map();
  const rows = await db
    .selectFrom("unitStanding as s")
    .leftJoin("person as signer", "signer.id", "s.signedBy")
    .select([...standingColumns, "signer.name as signer"])
    .where("s.unitId", "in", unitIds)
    .execute();
  return new Map(rows.map((row) => [row.unitId, standingFrom(row, at)]));
}

/** How a unit stands at a moment, by its row. */
export function standingFrom(row: Row, at: Date): UnitStanding {
  const { tags, reports } = row;
  const standing = standingOf({
    tags,
    reports,
    walk:
      row.outcome === null
        ? undefined
        : {
            outcome: row.outcome,
            checksDue: row.checksDue ?? 1,
            proven: row.proven ?? 0,
            endedBy: row.endedBy ?? undefined,
            untilMs: row.clearanceEndsAt?.getTime(),
          },
    examinationDueMs: row.examinationDue.getTime(),
    jobDueMs: row.jobDue?.getTime(),
    jobsByHours: row.jobsByHours,
    repairDueMs: row.repairDue?.getTime(),
    stops: row.stops.map(({ reason, until }) => ({
      reason,
      untilMs: until === null ? undefined : Date.parse(until),
    })),
    survey: {
      owed: row.surveyOwed,
      allows: row.surveyVerdict === null ? undefined : allows(row.surveyVerdict),
      untilMs: row.surveyUntil?.getTime(),
    },
    nowMs: at.getTime(),
  });
  return {
    ...standing,
    unitId: row.unitId,
    tags: [...tags, ...reports],
    signedBy: row.signer ?? undefined,
    signedAtMs: row.signedAt?.getTime(),
    inspectionId: row.inspectionId ?? undefined,
    surveyed:
      row.surveyId === null || row.surveyUntil === null || row.surveyUntil <= at
        ? undefined
        : { id: row.surveyId, place: row.surveyPlace ?? "", job: row.surveyJob ?? "" },
  };
}
