import { randomUUID } from "node:crypto";
import { assess, type Finding } from "@/core/grade/assess";
import { contextFrom } from "@/core/grade/context";
import type { InspectionEvent } from "@/core/record/events";
import { isAnswer, reduce } from "@/core/record/reduce";
import type { Trx } from "@/server/database/database";
import { append, type Entry } from "@/server/ledger/append";
import type { Head } from "@/server/ledger/heads";
import { openMatters } from "@/server/matters/read";
import { tagEntries } from "@/server/tags/ledger";
import { doesUpkeep, saysSize, topUpsBefore } from "./context";
import type { OpenInspection } from "./model";
import { checkOf } from "./read-event";

export interface Written {
  readonly heads: readonly Head[];
  /** Numbers of tags the findings raised. */
  readonly tags: readonly string[];
}

/**
 * Grades what new events found and writes it into the ledger at once, signed or not; the database raises a tag for
 * each that tags out. A finding is never lifted by a later event, so each is graded as it stands, without what
 * supersedes it.
 */
export async function writeFindings(
  trx: Trx,
  inspection: OpenInspection,
  personId: string,
  events: readonly InspectionEvent[],
  at: Date,
): Promise<Written> {
  const findings = await gradeNew(trx, inspection, events);
  if (findings.length === 0) return { heads: [], tags: [] };
  const rows = findings.map((finding) => findingRow(inspection, personId, finding, at));
  const heads = [
    ...(await append(
      trx,
      inspection.unitId,
      rows.map((row) => findingEntry(row, at)),
    )),
  ];
  await trx
    .insertInto("finding")
    .values(rows.map((row, i) => ({ ...row, ledgerPosition: heads[i]?.position ?? 0 })))
    .execute();
  const held = rows.filter((row) => row.grade === "tag_out").map((row) => row.id);
  if (held.length === 0) return { heads, tags: [] };
  const tags = await trx
    .selectFrom("tag")
    .selectAll()
    .where("findingId", "in", held)
    .orderBy("raisedAt")
    .orderBy("number")
    .execute();
  heads.push(...(await append(trx, inspection.unitId, tagEntries(tags))));
  return { heads, tags: tags.map((tag) => tag.number) };
}

/** Grades what events found, each as it stands, whatever supersedes it. */
export async function gradeNew(
  trx: Trx,
  inspection: OpenInspection,
  events: readonly InspectionEvent[],
): Promise<readonly Finding[]> {
  const plain = events
    .filter(isAnswer)
    .map((event) => ("supersedes" in event ? { ...event, supersedes: undefined } : event));
  if (plain.length === 0) return [];
  const checks = [...new Set(plain.map((event) => event.check))]
    .map((key) => checkOf(inspection, key))
    .filter((check) => check !== undefined);
  const topUps = plain.some(doesUpkeep)
    ? await topUpsBefore(trx, inspection.unitId, inspection.id, inspection.policy)
    : new Map<string, number>();
  const { sheet } = inspection.asks;
  const matters = plain.some(saysSize) ? await openMatters(trx, inspection.unitId, inspection.id) : [];
  const contextOf = contextFrom((check) => topUps.get(check) ?? 0, matters);
  return assess(checks, sheet, reduce(plain), inspection.policy, contextOf).findings;
}

/** A finding as it is queried. */
export function findingRow(
  inspection: Pick<OpenInspection, "id" | "unitId" | "policy">,
  personId: string,
  finding: Finding,
  at: Date,
) {
  const dayMs = 86_400_000;
  return {
    id: randomUUID(),
    inspectionId: inspection.id,
    unitId: inspection.unitId,
    checkKey: finding.check,
    checkId: finding.check.split("@")[0] ?? finding.check,
    part: finding.part,
    condition: finding.condition,
    grade: finding.grade,
    rule: finding.rule,
    floor: finding.floor,
    place: finding.place,
    eventId: finding.eventId,
    value: finding.value ?? null,
    note: finding.note ?? null,
    putRight: finding.putRight ?? null,
    pictures: finding.pictures ?? [],
    whereOnIt: finding.where ?? [],
    sizeMm: finding.sizeMm ?? null,
    foundBy: personId,
    foundAt: at,
    repairBy:
      finding.grade === "repair_by"
        ? new Date(at.getTime() + inspection.policy.repairWithinDays * dayMs)
        : null,
  };
}

/** The ledger's account of a finding: it ends what anybody else had answered to the same check. */
export function findingEntry(row: ReturnType<typeof findingRow>, at: Date): Entry {
  const { id, unitId, inspectionId, checkKey, condition, grade, rule, place, eventId, value, note, foundBy } =
    row;
  const { pictures, whereOnIt, sizeMm } = row;
  return {
    unitId,
    kind: "finding",
    subjectId: id,
    at,
    named: [checkKey],
    document: {
      by: foundBy,
      inspectionId,
      eventId,
      check: checkKey,
      condition,
      grade,
      rule,
      place,
      value,
      note,
      ...(pictures.length > 0 && { pictures }),
      ...(whereOnIt.length > 0 && { where: whereOnIt }),
      ...(sizeMm !== null && { sizeMm }),
    },
  };
}
