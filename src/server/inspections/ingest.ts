import { randomUUID } from "node:crypto";
import { z } from "zod";
import type { Check } from "@/core/catalogue/catalogue";
import { assess, type Finding } from "@/core/record/assess";
import {
  type EventEnvelope,
  envelopeSchema,
  eventSchema,
  eventTypes,
  type InspectionEvent,
} from "@/core/record/events";
import { reduce } from "@/core/record/reduce";
import type { Db, Trx } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
import { append, type Entry, lockUnit } from "@/server/ledger/append";
import { type Head, noteHeads } from "@/server/ledger/heads";
import { tagEntries } from "@/server/tags/ledger";
import { contextFrom, doesUpkeep, topUpsBefore } from "./context";
import { checksByKey, findInspection, type OpenInspection } from "./model";

export interface EventResult {
  readonly id: string | null;
  readonly index: number;
  readonly status: "accepted" | "already_here" | "kept_unread" | "refused";
  readonly problem?: string;
}

export interface IngestResult {
  readonly results: readonly EventResult[];
  /** Numbers of tags that this batch's findings raised. */
  readonly tagsRaised: readonly string[];
}

const maxBatch = 500;

/**
 * Takes a batch of events for one inspection. Each event stands or falls alone: a bad one is refused with what
 * is wrong, the good ones are kept. The same event twice is one. An event of a kind this version does not know
 * is kept unread and refuses the seal. Findings are graded here, by the core, and one that tags out holds the
 * unit in this same transaction.
 */
export async function ingest(
  db: Db,
  inspectionId: string,
  personId: string,
  body: unknown,
  at: Date,
): Promise<IngestResult> {
  const batch = z.object({ events: z.array(z.unknown()).max(maxBatch) }).safeParse(body);
  if (!batch.success) {
    throw new Problem(
      400,
      "bad-batch",
      `expected {"events": [...]} with at most ${maxBatch} events; send them again in that form`,
    );
  }
  const heads: Head[] = [];
  const result = await db.transaction().execute(async (trx) => {
    const inspection = await findInspection(trx, inspectionId);
    if (inspection === undefined) {
      throw new Problem(
        404,
        "no-inspection",
        `expected an inspection that was started here, got ${inspectionId}; start it first`,
      );
    }
    await lockUnit(trx, inspection.unitId);
    // Read again under the lock: it may have been sealed in between.
    const sealed = inspection.sealed || (await isSealed(trx, inspectionId));
    const read = batch.data.events.map((raw, index) => readEvent(raw, index, inspection));
    return sealed
      ? await addLate(trx, inspection, personId, read, at, heads)
      : await addOpen(trx, inspection, personId, read, at, heads);
  });
  noteHeads(heads);
  return result;
}

type ReadEvent =
  | { readonly index: number; readonly kind: "good"; readonly event: InspectionEvent }
  | {
      readonly index: number;
      readonly kind: "unread";
      readonly envelope: EventEnvelope;
      readonly raw: unknown;
    }
  | { readonly index: number; readonly kind: "bad"; readonly id: string | null; readonly problem: string };

function readEvent(raw: unknown, index: number, inspection: OpenInspection): ReadEvent {
  const id =
    typeof raw === "object" && raw !== null && "id" in raw && typeof raw.id === "string" ? raw.id : null;
  const bad = (problem: string): ReadEvent => ({ index, kind: "bad", id, problem });
  const envelope = envelopeSchema.safeParse(raw);
  if (!envelope.success) return bad(wordsOf(envelope.error));
  if (envelope.data.inspectionId !== inspection.id) {
    return bad(
      `expected an event of inspection ${inspection.id}, got one of ${envelope.data.inspectionId}; send it there`,
    );
  }
  if (!eventTypes.includes(envelope.data.type))
    return { index, kind: "unread", envelope: envelope.data, raw };
  const parsed = eventSchema.safeParse(raw);
  if (!parsed.success) return bad(wordsOf(parsed.error));
  const misfit = misfitOf(parsed.data, inspection);
  return misfit === undefined ? { index, kind: "good", event: parsed.data } : bad(misfit);
}

function misfitOf(event: InspectionEvent, inspection: OpenInspection): string | undefined {
  if (event.type === "changed") return undefined;
  const check = checksByKey(inspection.sheetVersionId, inspection.sheet).get(event.check);
  if (check === undefined)
    return `expected a check of this machine's sheet, got ${event.check}; reload the inspection`;
  if (event.type === "measured" && check.definition.measure === undefined)
    return `${event.check} takes a word, not a reading`;
  if (event.type !== "answered" || event.result.kind !== "condition") return undefined;
  const known = Object.keys(check.conditions);
  return known.includes(event.result.condition)
    ? undefined
    : `expected one of ${known.join(", ")} for ${event.check}, got ${event.result.condition}`;
}

const wordsOf = (error: z.ZodError): string =>
  error.issues.map((issue) => `${issue.path.join(".") || "event"}: ${issue.message}`).join("; ");

async function isSealed(trx: Trx, inspectionId: string): Promise<boolean> {
  const row = await trx
    .selectFrom("seal")
    .select("inspectionId")
    .where("inspectionId", "=", inspectionId)
    .executeTakeFirst();
  return row !== undefined;
}

async function addOpen(
  trx: Trx,
  inspection: OpenInspection,
  personId: string,
  read: readonly ReadEvent[],
  at: Date,
  heads: Head[],
): Promise<IngestResult> {
  const common = { inspectionId: inspection.id, personId, receivedAt: at };
  const unread = read.filter((r) => r.kind === "unread");
  if (unread.length > 0) {
    await trx
      .insertInto("unreadEvent")
      .values(
        unread.map(({ envelope, raw }) => ({
          ...common,
          id: envelope.id,
          deviceId: envelope.deviceId,
          seq: envelope.seq,
          raw: JSON.stringify(raw),
        })),
      )
      .onConflict((oc) => oc.column("id").doNothing())
      .execute();
  }
  const good = read.filter((r) => r.kind === "good");
  const inserted = new Set<string>();
  if (good.length > 0) {
    const rows = await trx
      .insertInto("inspectionEvent")
      .values(
        good.map(({ event }) => ({
          ...common,
          id: event.id,
          deviceId: event.deviceId,
          seq: event.seq,
          type: event.type,
          payload: JSON.stringify(event),
        })),
      )
      .onConflict((oc) => oc.doNothing())
      .returning("id")
      .execute();
    for (const row of rows) inserted.add(row.id);
  }
  const rest = good.filter(({ event }) => !inserted.has(event.id)).map(({ event }) => event.id);
  const known = new Set(
    rest.length === 0
      ? []
      : (
          await trx
            .selectFrom("inspectionEvent")
            .select("id")
            .where("id", "in", rest)
            .where("inspectionId", "=", inspection.id)
            .execute()
        ).map((r) => r.id),
  );
  const fresh = uniqueById(good.map((g) => g.event).filter((event) => inserted.has(event.id)));
  const tagsRaised = await addFindings(trx, inspection, personId, fresh, at, heads);
  const first = new Set<string>();
  const results = read.map((r): EventResult => {
    if (r.kind === "bad") return { id: r.id, index: r.index, status: "refused", problem: r.problem };
    if (r.kind === "unread") {
      return {
        id: r.envelope.id,
        index: r.index,
        status: "kept_unread",
        problem: `this server does not know events of type ${r.envelope.type}; it is kept, and the inspection cannot be sealed until someone has looked`,
      };
    }
    const { id, seq } = r.event;
    if (inserted.has(id) && !first.has(id)) {
      first.add(id);
      return { id, index: r.index, status: "accepted" };
    }
    if (known.has(id) || first.has(id)) return { id, index: r.index, status: "already_here" };
    return {
      id,
      index: r.index,
      status: "refused",
      problem: `number ${seq} of this device is taken by another event; give this one the next free number and send it again`,
    };
  });
  return { results, tagsRaised };
}

const uniqueById = (events: readonly InspectionEvent[]) => [
  ...new Map(events.map((e) => [e.id, e])).values(),
];

/** Grades what the new events found and writes it; the database raises a tag for each that tags out. */
async function addFindings(
  trx: Trx,
  inspection: OpenInspection,
  personId: string,
  events: readonly InspectionEvent[],
  at: Date,
  heads: Head[],
): Promise<readonly string[]> {
  const findings = await gradeNew(trx, inspection, events);
  if (findings.length === 0) return [];
  const rows = findings.map((finding) => findingRow(inspection, personId, finding, at));
  await trx
    .insertInto("finding")
    .values(rows)
    .onConflict((oc) => oc.columns(["inspectionId", "eventId"]).doNothing())
    .execute();
  const held = rows.filter((row) => row.grade === "tag_out").map((row) => row.id);
  if (held.length === 0) return [];
  const tags = await trx
    .selectFrom("tag")
    .selectAll()
    .where("findingId", "in", held)
    .orderBy("number")
    .execute();
  heads.push(...(await append(trx, inspection.unitId, tagEntries(tags))));
  return tags.map((tag) => tag.number);
}

async function gradeNew(
  trx: Trx,
  inspection: OpenInspection,
  events: readonly InspectionEvent[],
): Promise<readonly Finding[]> {
  // A finding is never lifted by a later event, so each is graded as it stands, without what supersedes it.
  const plain = events.map((event) => ("supersedes" in event ? { ...event, supersedes: undefined } : event));
  const asked = new Set(plain.flatMap((event) => (event.type === "changed" ? [] : [event.check])));
  if (asked.size === 0) return [];
  const byKey = checksByKey(inspection.sheetVersionId, inspection.sheet);
  const checks = [...asked]
    .map((key) => byKey.get(key))
    .filter((check): check is Check => check !== undefined);
  const topUps = plain.some(doesUpkeep)
    ? await topUpsBefore(trx, inspection.unitId, inspection.id, inspection.policy)
    : new Map<string, number>();
  return assess(checks, inspection.sheet, reduce(plain), inspection.policy, contextFrom(topUps)).findings;
}

/** A finding as it is queried. */
export function findingRow(
  inspection: Omit<OpenInspection, "sealed">,
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
    foundBy: personId,
    foundAt: at,
    repairBy:
      finding.grade === "repair_by"
        ? new Date(at.getTime() + inspection.policy.repairWithinDays * dayMs)
        : null,
  };
}

/** Events that come after the seal: an addendum to the ledger, and what they found still holds the unit. */
async function addLate(
  trx: Trx,
  inspection: OpenInspection,
  personId: string,
  read: readonly ReadEvent[],
  at: Date,
  heads: Head[],
): Promise<IngestResult> {
  const known = await sealedEventIds(trx, inspection.unitId, inspection.id);
  const late = uniqueById(read.filter((r) => r.kind === "good").map((r) => r.event)).filter(
    (event) => !known.has(event.id),
  );
  const unread = read.filter((r) => r.kind === "unread").map((r) => r.raw);
  let tagsRaised: readonly string[] = [];
  if (late.length > 0 || unread.length > 0) {
    const entry: Entry = {
      unitId: inspection.unitId,
      kind: "addendum",
      subjectId: inspection.id,
      at,
      document: { by: personId, events: late, unread },
    };
    heads.push(...(await append(trx, inspection.unitId, [entry])));
    tagsRaised = await addFindings(trx, inspection, personId, late, at, heads);
  }
  const results = read.map((r): EventResult => {
    if (r.kind === "bad") return { id: r.id, index: r.index, status: "refused", problem: r.problem };
    const id = r.kind === "good" ? r.event.id : r.envelope.id;
    return {
      id,
      index: r.index,
      status: known.has(id) ? "already_here" : r.kind === "good" ? "accepted" : "kept_unread",
    };
  });
  return { results, tagsRaised };
}

async function sealedEventIds(trx: Trx, unitId: string, inspectionId: string): Promise<ReadonlySet<string>> {
  const entries = await trx
    .selectFrom("ledgerEntry")
    .select("body")
    .where("subjectId", "=", inspectionId)
    .where("unitId", "=", unitId)
    .where("kind", "in", ["inspection", "addendum"])
    .execute();
  return new Set(
    entries.flatMap((entry) =>
      (JSON.parse(entry.body) as { document: { events: { id: string }[] } }).document.events.map((e) => e.id),
    ),
  );
}
