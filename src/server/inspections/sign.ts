import { z } from "zod";
import { deviceSignature } from "@/contract/signed-schema";
import type { Decision } from "@/core/decision/decide";
import { type Judgement, judge as judgeWalk } from "@/core/decision/judge";
import type { SealedDocument } from "@/core/decision/sealed";
import { clearanceEndsMs } from "@/core/decision/standing";
import type { InspectionEvent } from "@/core/record/events";
import { inOrder } from "@/core/record/order";
import { gaps } from "@/core/record/reduce";
import type { Sheet } from "@/core/sheet/sheet";
import { lentAtFirst, recalledIn } from "@/core/underway/borrowed";
import { dueIn } from "@/core/underway/due";
import { clears, type Outcome, outcomeIds, worseOutcome } from "@/core/vocabulary/outcomes";
import { practiceOf } from "@/core/vocabulary/practice";
import { noteWalkReadings } from "@/server/clocks/hours";
import type { Db, Trx } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
import { append, type Entry, timeUnderLock } from "@/server/ledger/append";
import { canonical, sha256 } from "@/server/ledger/chain";
import { type Head, noteHeads } from "@/server/ledger/heads";
import { sinceBegun } from "@/server/ledger/view";
import { licenceFor } from "@/server/people/fit";
import { addStep } from "@/server/tags/step";
import { topUpsBefore } from "./context";
import { evidenceOf, writeEvidence } from "./evidence";
import { decisionFacts } from "./facts";
import { keepLasting } from "./lasting";
import { lockedInspection } from "./locked";
import { noteMeasurements } from "./measurements";
import { learnMinutes } from "./minutes";
import { catalogueVersion, type OpenInspection } from "./model";

/** Strokes as an SVG path, each a point to begin at and the points to draw to: what the pad makes, and nothing else. */
const strokes = /^(?:M-?\d{1,5} -?\d{1,5}(?:L-?\d{1,5} -?\d{1,5})*)+$/;

export const signSchema = z.strictObject({
  /** What the device showed the person when they signed. */
  outcome: z.enum(outcomeIds),
  /** How many events the signature covers, and the SHA-256 of their canonical list in order. */
  eventCount: z.number().int().min(0),
  eventsHash: z.string().regex(/^[0-9a-f]{64}$/),
  signature: z.discriminatedUnion("kind", [
    z.strictObject({ kind: z.literal("typed"), name: z.string().min(2).max(80) }),
    z.strictObject({ kind: z.literal("drawn"), path: z.string().max(40_000).regex(strokes) }),
  ]),
  /** By the key of whoever signs, on their device. */
  signed: deviceSignature.optional(),
});

/** What of a seal a device's key signs. */
export const signedSeal = (inspectionId: string, wanted: z.infer<typeof signSchema>) => {
  const { outcome, eventCount, eventsHash } = wanted;
  return { inspectionId, outcome, eventCount, eventsHash };
};

export interface Signed {
  readonly outcome: Outcome;
  readonly shownOutcome: Outcome;
  readonly decision: Decision;
  readonly position: number;
}

/** The hash a signature covers: over the events in the order they were made. */
export const eventsHash = (events: readonly InspectionEvent[]): string => sha256(canonical(inOrder(events)));

/**
 * Seals an inspection into its unit's ledger. The decision is worked out here, under the unit's lock, from the
 * events the server holds; where the device showed another, the worse of the two stands.
 */
export async function signInspection(
  db: Db,
  inspectionId: string,
  personId: string,
  wanted: z.infer<typeof signSchema>,
  askedAt: Date,
): Promise<Signed> {
  const heads: Head[] = [];
  const askedMs = performance.now();
  const signed = await db.transaction().execute(async (trx) => {
    const inspection = await lockedInspection(trx, inspectionId);
    const at = await timeUnderLock(trx, inspection.unitId, askedAt, askedMs);
    if (inspection.sealed)
      throw new Problem(
        409,
        "already-signed",
        "this inspection is already signed; start a new one to look again",
      );
    if (!inspection.people.includes(personId))
      throw new Problem(
        403,
        "not-yours",
        "expected somebody who is on this inspection to sign it; join it, or begin your own",
      );
    const events = await eventsOf(trx, inspectionId);
    assertNoGaps(events, wanted);

    // What it read off the hour meter may itself be what a clock runs out by.
    await noteWalkReadings(trx, inspection, events, at);
    const judged = await judge(trx, inspection, events, personId, at);
    const { decision } = judged;
    const outcome = worseOutcome(decision.outcome, wanted.outcome);
    const site = await trx
      .selectFrom("site")
      .selectAll()
      .where("id", "=", inspection.siteId)
      .executeTakeFirstOrThrow();
    const endsAt = clears(outcome)
      ? new Date(clearanceEndsMs(inspection.policy.trigger, site.shifts, at.getTime(), site.timeZone))
      : null;
    const sealed = { ...judged, outcome };
    const licence = await licenceFor(trx, personId, inspection.unitId);
    const [head] = await append(trx, inspection.unitId, [
      sealEntry(inspection, personId, sealed, events, { ...wanted, licence }, at),
    ]);
    if (head === undefined) throw new Error("the ledger took no entry");
    heads.push(head);
    await trx
      .insertInto("seal")
      .values(sealRow(inspection, personId, sealed, wanted.outcome, endsAt, head.position, at))
      .execute();
    await noteMeasurements(trx, [{ inspection, judged, events, signedAt: at }]);
    if (inspection.scope.kind === "full")
      await writeEvidence(trx, inspection, evidenceOf(judged, events, sinceBegun(inspection) - 1), endsAt);
    if (clears(outcome)) await keepLasting(trx, inspection, judged, events, at);
    await trx.deleteFrom("inspectionEvent").where("inspectionId", "=", inspectionId).execute();
    if (outcome === "retest_passed") heads.push(...(await noteRetest(trx, inspection, personId, at)));
    const answer = { outcome, shownOutcome: wanted.outcome, decision, position: head.position };
    return { answer, sheetId: inspection.sheetId, events };
  });
  noteHeads(heads);
  learnMinutes(db, signed.sheetId, inOrder(signed.events));
  return signed.answer;
}

export interface Judged {
  readonly assessment: Judgement["assessment"];
  readonly decision: Decision;
  readonly due: number;
  readonly planned?: NonNullable<SealedDocument["planned"]>;
  /** What stands: the worse of what the server works out and what the person was shown. */
  readonly outcome: Outcome;
}

const sheetHashes = new WeakMap<Sheet, string>();

/** The hash that pins a sheet in a record; worked out once for each. */
export function sheetHash(sheet: Sheet): string {
  let hash = sheetHashes.get(sheet);
  if (hash === undefined) {
    hash = sha256(canonical(sheet));
    sheetHashes.set(sheet, hash);
  }
  return hash;
}

/** What a signed inspection writes into its unit's ledger (see docs/formats/ledger.md). */
export function sealEntry(
  inspection: Omit<OpenInspection, "sealed">,
  personId: string,
  judged: Judged,
  events: readonly InspectionEvent[],
  signed: Pick<z.infer<typeof signSchema>, "outcome" | "eventsHash" | "signature" | "signed"> & {
    readonly licence?: string | undefined;
  },
  at: Date,
): Entry {
  const document = {
    by: personId,
    startedAt: inspection.startedAt,
    scope: inspection.scope,
    ...(inspection.people.length > 1 && { people: inspection.people }),
    pinned: {
      sheetVersionId: inspection.asks.sheetVersionId,
      sheetHash: sheetHash(inspection.asks.sheet),
      catalogueVersion,
      policyHash: sha256(canonical(inspection.policy)),
      policy: inspection.policy,
      found: inspection.found,
    },
    outcome: judged.outcome,
    shownOutcome: signed.outcome,
    reasons: judged.decision.reasons,
    findings: judged.assessment.findings,
    ...(judged.assessment.borrowed.size > 0 && { borrowed: [...judged.assessment.borrowed.values()] }),
    ...((judged.planned?.lent.length ?? 0) > 0 && { planned: judged.planned }),
    ...(signed.licence !== undefined && { licence: signed.licence }),
    signature: signed.signature,
    eventCount: events.length,
    eventsHash: signed.eventsHash,
    ...(signed.signed !== undefined && { signed: signed.signed }),
    events: inOrder(events),
  };
  return { unitId: inspection.unitId, kind: "inspection", subjectId: inspection.id, at, document };
}

/** What is queried of a signed inspection. */
export function sealRow(
  inspection: Omit<OpenInspection, "sealed">,
  personId: string,
  { assessment, decision, due, outcome }: Judged,
  shownOutcome: Outcome,
  clearanceEndsAt: Date | null,
  ledgerPosition: number,
  at: Date,
) {
  return {
    inspectionId: inspection.id,
    unitId: inspection.unitId,
    outcome,
    shownOutcome,
    reasons: JSON.stringify(decision.reasons),
    scope: inspection.scope.kind,
    signedBy: personId,
    signedAt: at,
    startedAt: inspection.startedAt,
    checksDue: due,
    answered: due - assessment.open.length,
    skipped: assessment.skipped.length,
    ungradable: assessment.ungradable.length,
    clearanceEndsAt,
    ledgerPosition,
  };
}

export async function eventsOf(trx: Trx | Db, inspectionId: string): Promise<readonly InspectionEvent[]> {
  const rows = await trx
    .selectFrom("inspectionEvent")
    .select("payload")
    .where("inspectionId", "=", inspectionId)
    .execute();
  return rows.map((row) => row.payload as unknown as InspectionEvent);
}

function assertNoGaps(events: readonly InspectionEvent[], wanted: z.infer<typeof signSchema>): void {
  const holes = gaps(events);
  if (holes.length > 0) {
    throw new Problem(
      409,
      "gap",
      `events are missing (${holes.map((h) => h.detail).join("; ")}); send them, then sign again`,
      { missing: holes.map((h) => h.detail) },
    );
  }
  if (wanted.eventCount !== events.length || wanted.eventsHash !== eventsHash(events)) {
    throw new Problem(
      409,
      "not-the-same-events",
      `the signature covers ${wanted.eventCount} events, the server holds ${events.length} that differ; send what is missing or reload, then sign again`,
      { held: events.length },
    );
  }
}

/** Grades and decides from the server's own events, with the same core as the device, by what the unit asks now. */
export async function judge(
  trx: Trx | Db,
  inspection: OpenInspection,
  events: readonly InspectionEvent[],
  signerId: string,
  at: Date,
): Promise<Judgement & Required<Pick<Judged, "due" | "planned">>> {
  const { asks, scope, policy, found } = inspection;
  const due = dueIn({ sheet: asks.sheet, scope, practice: practiceOf(policy), found }, inOrder(events));
  const topUps = await topUpsBefore(trx, inspection.unitId, inspection.id, inspection.policy);
  const facts = await decisionFacts(trx, inspection, events, signerId, at);
  const judged = judgeWalk(due, asks.sheet, policy, events, facts, (check) => topUps.get(check) ?? 0);
  const lent = lentAtFirst(facts);
  const recalled = recalledIn(lent, facts, judged.reduction, judged.assessment.borrowed);
  return { ...judged, due: due.length, planned: { lent, recalled } };
}

async function noteRetest(
  trx: Trx,
  inspection: OpenInspection,
  personId: string,
  at: Date,
): Promise<readonly Head[]> {
  const served = await trx
    .selectFrom("retestTag as r")
    .innerJoin("standingTag as t", "t.id", "r.tagId")
    .select("r.tagId")
    .where("r.inspectionId", "=", inspection.id)
    .orderBy("t.number")
    .execute();
  const { unitId, id: inspectionId } = inspection;
  const heads: Head[] = [];
  for (const { tagId } of served) {
    const document = { by: personId, tagId, inspectionId };
    heads.push(
      ...(await addStep(trx, {
        unitId,
        tagId,
        kind: "retested",
        personId,
        at,
        detail: {},
        inspectionId,
        document,
      })),
    );
  }
  return heads;
}
