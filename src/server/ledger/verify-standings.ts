import { sql } from "kysely";
import { type EntryKind, touchesOf } from "@/core/evidence/touches";
import type { Db } from "@/server/database/database";

/** What decides a unit's standing, as its ledger alone tells it. */
export interface ToldByLedger {
  /** Numbers of tags that stand. */
  readonly tags: readonly string[];
  /** How many reports nobody has looked at. */
  readonly reports: number;
  /** The latest signed full walk. */
  readonly inspectionId: string | null;
  readonly outcome: string | null;
  /** How many stops of the unit alone nobody has lifted, and the latest survey. A stop of the site stands in the book of sites. */
  readonly stops: number;
  readonly surveyId: string | null;
}

interface Entry {
  readonly kind: string;
  readonly subjectId: string;
  readonly body: string;
}

interface Document {
  readonly number?: string;
  readonly tagId?: string;
  readonly outcome?: string;
  readonly scope?: { readonly kind: string };
  readonly stopId?: string;
  readonly site?: boolean;
  readonly surveyedAt?: string;
  readonly purpose?: string;
}

/** Reads a unit's standing off its ledger, entry by entry, without any other table. */
export function toldByLedger(entries: readonly Entry[]): ToldByLedger {
  const tags = new Map<string, string>();
  const reports = new Set<string>();
  const stops = new Set<string>();
  let walk: { id: string; outcome: string } | undefined;
  const ended = new Set<string>();
  let survey: { id: string; made: string } | undefined;
  // What has touched everything: when last, and whether since the latest survey came.
  let touched = { atMs: 0, since: false };
  for (const { kind, subjectId, body } of entries) {
    if (touchesEverything(kind)) {
      const { recordedAt } = JSON.parse(body) as { readonly recordedAt: string };
      touched = { atMs: Math.max(touched.atMs, Date.parse(recordedAt)), since: true };
    }
    if (!/^(tag|released|reported|looked|inspection|surveyed|survey_ended|stopped|stop_lifted)$/.test(kind))
      continue;
    const { document } = JSON.parse(body) as { readonly document: Document };
    if (kind === "surveyed") {
      // Of a test area: it clears nothing.
      if (document.purpose !== undefined) continue;
      const made = document.surveyedAt ?? "";
      // The latest by when it was made: one that came late is none over it.
      if (survey === undefined || Date.parse(made) >= Date.parse(survey.made)) {
        survey = { id: subjectId, made };
        touched = { ...touched, since: false };
      }
    } else if (kind === "survey_ended") ended.add(subjectId);
    else if (kind === "stopped") {
      if (document.site === false) stops.add(document.stopId ?? "");
    } else if (kind === "stop_lifted") stops.delete(document.stopId ?? "");
    else if (kind === "tag") tags.set(subjectId, document.number ?? "");
    else if (kind === "released") tags.delete(document.tagId ?? "");
    else if (kind === "reported") reports.add(subjectId);
    else if (kind === "looked") reports.delete(subjectId);
    else if (document.scope?.kind === "full") walk = { id: subjectId, outcome: document.outcome ?? "" };
  }
  const over =
    survey === undefined || ended.has(survey.id) || touched.since || touched.atMs > Date.parse(survey.made);
  return {
    tags: [...tags.values()].sort(),
    reports: reports.size,
    inspectionId: walk?.id ?? null,
    outcome: walk?.outcome ?? null,
    stops: stops.size,
    surveyId: over ? null : (survey?.id ?? null),
  };
}

const touchesEverything = (kind: string): boolean => touchesOf(kind as EntryKind) === "all";

/** How a unit's row is not what its ledger tells, in words; undefined where they agree. */
export async function notAsTold(
  db: Db,
  unitId: string,
  entries: readonly Entry[],
): Promise<string | undefined> {
  const row = await db
    .selectFrom("unitStanding")
    .select(["tags", "reports", "inspectionId", "outcome", "stops", "surveyId"])
    .where("unitId", "=", unitId)
    .executeTakeFirst();
  const shown = row && {
    ...row,
    tags: [...row.tags].sort(),
    reports: row.reports.length,
    stops: row.stops.filter(({ site }) => !site).length,
  };
  const told = toldByLedger(entries);
  const same =
    shown !== undefined &&
    shown.tags.join() === told.tags.join() &&
    shown.reports === told.reports &&
    shown.inspectionId === told.inspectionId &&
    shown.outcome === told.outcome &&
    shown.stops === told.stops &&
    // A place drawn anew ends a survey, and that stands in no unit's ledger.
    (shown.surveyId === told.surveyId || shown.surveyId === null);
  return same ? undefined : `it is shown as ${words(shown)}, its ledger tells ${words(told)}`;
}

const words = (of: ToldByLedger | undefined): string =>
  of === undefined
    ? "nothing at all"
    : [
        `tags ${of.tags.join(", ") || "none"}`,
        `reports ${of.reports}`,
        `last walk ${of.outcome ?? "none"}`,
        `stops ${of.stops}`,
        `survey ${of.surveyId ?? "none"}`,
      ].join("; ");

/** Units whose row of standing is not what the records give: written past the rules of the database. */
export async function standingsDiffer(db: Db): Promise<readonly string[]> {
  const { rows } = await sql<{ unitId: string }>`
    SELECT coalesce(w.unit_id, s.unit_id) AS unit_id FROM standing_worked_out w FULL JOIN unit_standing s ON s.unit_id = w.unit_id
    WHERE s.stale IS NOT false OR to_jsonb(w) IS DISTINCT FROM to_jsonb(s) - 'stale'`.execute(db);
  return rows.map(({ unitId }) => unitId);
}
