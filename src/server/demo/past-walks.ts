import { cleanFacts } from "@/core/decision/clean-facts";
import { decide } from "@/core/decision/decide";
import { clearanceEndsMs, type ShiftClock } from "@/core/decision/standing";
import { assess } from "@/core/grade/assess";
import type { InspectionEvent } from "@/core/record/events";
import { reduce } from "@/core/record/reduce";
import { clears } from "@/core/vocabulary/outcomes";
import type { Trx } from "@/server/database/database";
import { type Evidence, writeEvidence } from "@/server/inspections/evidence";
import { findingEntry, findingRow } from "@/server/inspections/findings";
import { catalogueVersion, type OpenInspection, planOf } from "@/server/inspections/model";
import { type Judged, sealRow } from "@/server/inspections/sign";
import { startedEntry } from "@/server/inspections/start";
import { append, type Entry } from "@/server/ledger/append";
import type { Head } from "@/server/ledger/heads";

/** A walk of the past: made and judged by the core, and signed at a time of its own. */
export interface PastWalk {
  readonly inspection: Omit<OpenInspection, "sealed">;
  readonly personId: string;
  readonly judged: Judged;
  readonly seal: Entry;
  readonly evidence: () => readonly Evidence[];
  readonly signedAt: Date;
}

/** What follows from a walk on which nothing else bears. */
export function judgedAlone(
  inspection: Pick<OpenInspection, "asks" | "scope" | "policy" | "found">,
  events: readonly InspectionEvent[],
  endsAt: Date,
): Judged {
  const { checks } = planOf(inspection);
  const assessment = assess(checks, inspection.asks.sheet, reduce(events), inspection.policy);
  const decision = decide(assessment, cleanFacts(endsAt.getTime()));
  return { assessment, decision, due: checks.length, outcome: decision.outcome };
}

/**
 * Writes walks of one unit, in a yard that goes by UTC, as the app would have: the same entries and rows, under the same
 * triggers, many at a time. The caller holds the unit's lock and notes the heads once its transaction has committed.
 */
export async function writePastWalks(
  trx: Trx,
  unitId: string,
  walks: readonly PastWalk[],
  shifts: readonly ShiftClock[],
): Promise<readonly Head[]> {
  const found = walks.map(({ inspection, personId, judged, signedAt }) =>
    judged.assessment.findings.map((finding) => findingRow(inspection, personId, finding, signedAt)),
  );
  const heads = await append(
    trx,
    unitId,
    walks.flatMap(({ inspection: { id, scope, startedAt }, personId, seal, signedAt }, i) => [
      startedEntry(unitId, id, personId, scope, startedAt),
      ...(found[i] ?? []).map((row) => findingEntry(row, signedAt)),
      seal,
    ]),
  );
  // Each walk's entries in turn: that it began, what it found, its seal.
  let next = 0;
  const placed = walks.map((walk, i) => {
    const findings = found[i] ?? [];
    const began = heads[next]?.position ?? 0;
    next += findings.length + 2;
    return { ...walk, findings, began, sealedAt: began + findings.length + 1 };
  });
  await trx
    .insertInto("inspection")
    .values(
      placed.map(({ inspection: i, personId, began }) => ({
        id: i.id,
        unitId,
        personId,
        scope: JSON.stringify(i.scope),
        tagId: null,
        sheetVersionId: i.asks.sheetVersionId,
        catalogueVersion,
        policy: JSON.stringify(i.policy),
        found: JSON.stringify(i.found),
        startedAt: i.startedAt,
        startedPosition: began,
      })),
    )
    .execute();
  const findings = placed.flatMap(({ findings: rows, began }) =>
    rows.map((row, i) => ({ ...row, ledgerPosition: began + 1 + i })),
  );
  if (findings.length > 0) await trx.insertInto("finding").values(findings).execute();
  await trx
    .insertInto("seal")
    .values(
      placed.map((walk) => {
        const { inspection, personId, judged, sealedAt, signedAt } = walk;
        return sealRow(inspection, personId, judged, judged.outcome, endOf(walk, shifts), sealedAt, signedAt);
      }),
    )
    .execute();
  const last = placed.at(-1);
  if (last !== undefined) {
    // Their events name no entry of this ledger. Nothing came in between.
    const evidence = last.evidence().map((one) => ({ ...one, seen: last.sealedAt }));
    await writeEvidence(trx, last.inspection, evidence, endOf(last, shifts));
  }
  return heads;
}

const endOf = ({ inspection, judged, signedAt }: PastWalk, shifts: readonly ShiftClock[]): Date | null =>
  clears(judged.outcome)
    ? new Date(clearanceEndsMs(inspection.policy.trigger, shifts, signedAt.getTime(), "UTC"))
    : null;
