import { type RawBuilder, sql } from "kysely";
import type { Counted, MonthOfYard, NeverFound, TagWaits } from "@/contract/trends";
import { readiness } from "@/core/trend/readiness";
import { median } from "@/core/vocabulary/median";
import { clears } from "@/core/vocabulary/outcomes";
import { localMs, momentOf, type Zone } from "@/core/vocabulary/zone";
import type { Db } from "@/server/database/database";
import { groupedBy } from "@/server/database/grouped";
import { failed, hoursOf, placeOf } from "@/server/records/counted-by";
import { monthSpan } from "./month";

const dayMs = 86_400_000;
const yearDays = 365;
/** So often a check is made before it is said that it never found anything. */
const oftenEnough = 40;
const most = 8;

const yearBefore = (at: Date) => new Date(at.getTime() - yearDays * dayMs);

/** Each of the last thirteen months of a site: walks, tags, and how shifts started. The latest last. */
export async function monthsOf(db: Db, siteId: string, at: Date): Promise<readonly MonthOfYard[]> {
  const site = await db
    .selectFrom("site")
    .select(["shifts", "timeZone"])
    .where("id", "=", siteId)
    .executeTakeFirstOrThrow();
  const monthOf = (ms: number) => new Date(localMs(ms, site.timeZone)).toISOString().slice(0, 7);
  const [year = 0, month = ""] = monthOf(at.getTime()).split("-");
  // A month begun in its middle would be told with half its figures.
  const { from } = monthSpan(`${Number(year) - 1}-${month}`, site.timeZone);
  const [seals, tags] = await Promise.all([
    db
      .selectFrom("seal as s")
      .innerJoin("unit as u", "u.id", "s.unitId")
      .select(["s.unitId", "s.startedAt", "s.signedAt", "s.outcome"])
      .where("u.siteId", "=", siteId)
      .where("s.scope", "=", "full")
      .where("s.signedAt", ">=", from)
      .execute(),
    db
      .selectFrom("tag as t")
      .innerJoin("unit as u", "u.id", "t.unitId")
      .select("t.raisedAt")
      .where("u.siteId", "=", siteId)
      .where("t.raisedAt", ">=", from)
      .execute(),
  ]);
  const walks = seals.map(({ unitId, startedAt, signedAt, outcome }) => ({
    ...{ unitId, startedMs: startedAt.getTime(), signedMs: signedAt.getTime() },
    ...{ cleared: clears(outcome), month: monthOf(signedAt.getTime()) },
  }));
  const started = readiness(walks, site.shifts, site.timeZone).map((one) => ({
    ...one,
    month: monthOf(one.startMs),
  }));
  const byMonth = {
    walks: groupedBy(walks, "month"),
    started: groupedBy(started, "month"),
    tags: groupedBy(
      tags.map(({ raisedAt }) => ({ month: monthOf(raisedAt.getTime()) })),
      "month",
    ),
  };
  return [...byMonth.walks.keys()].sort().map((name) => {
    const shifts = byMonth.started.get(name) ?? [];
    const mine = byMonth.walks.get(name) ?? [];
    return {
      month: name,
      walks: mine.length,
      cleared: mine.filter(({ cleared }) => cleared).length,
      shifts: shifts.length,
      shiftsReady: shifts.filter(({ units, byStart }) => units === byStart).length,
      tagsRaised: byMonth.tags.get(name)?.length ?? 0,
    };
  });
}

/** What was found on machines within a span that had to be repaired or tagged out, the most frequent first, counted in four ways. */
export interface Failures {
  /** The first day that is counted, by the site's clock. */
  readonly fromDay: string;
  readonly parts: readonly Counted[];
  readonly models: readonly Counted[];
  readonly places: readonly Counted[];
  /** By hours on the meter, in bands of five hundred. */
  readonly hours: readonly Counted[];
}

interface Span {
  readonly from: Date;
  readonly until: Date;
}

/** Findings counted by one thing, against the walks that could have found them; what is not on the machine, or was put right at once, is left out. */
async function countedBy(
  db: Db,
  siteId: string,
  { from, until }: Span,
  name: RawBuilder<string>,
  over: RawBuilder<string>,
): Promise<readonly Counted[]> {
  const { rows } = await sql<Counted>`
    WITH walks AS (
      SELECT s.inspection_id, h.name AS model, (floor(${hoursOf} / 500) * 500)::int::text AS band
      FROM seal s JOIN unit u ON u.id = s.unit_id LEFT JOIN sheet_version v ON v.id = u.sheet_version_id LEFT JOIN sheet h ON h.id = v.sheet_id
      WHERE u.site_id = ${siteId} AND s.signed_at >= ${from} AND s.signed_at < ${until} AND s.scope = 'full'),
    found AS (
      SELECT ${name} AS name, ${over} AS over FROM finding f JOIN walks w USING (inspection_id)
      WHERE ${failed})
    SELECT name, count(*)::int AS times, (SELECT count(*)::int FROM walks w WHERE ${over} IS NOT DISTINCT FROM min(found.over)) AS walks
    FROM found WHERE name IS NOT NULL GROUP BY name ORDER BY times DESC, name LIMIT ${most}`.execute(db);
  return rows;
}

const part = sql<string>`f.part`;
const model = sql<string>`w.model`;
const band = sql<string>`w.band`;
const anyWalk = sql<string>`''::text`;

/** What fails within a year, by part, by model, by where on the machine and by its hours. */
export async function failuresOf(db: Db, siteId: string, at: Date, zone: Zone): Promise<Failures> {
  const fromDay = new Date(localMs(yearBefore(at).getTime(), zone)).toISOString().slice(0, 10);
  const span = { from: new Date(momentOf(Date.parse(fromDay), zone)), until: at };
  const by = (name: RawBuilder<string>, over: RawBuilder<string>) => countedBy(db, siteId, span, name, over);
  const [parts, models, places, hours] = await Promise.all([
    by(part, anyWalk),
    by(model, model),
    by(sql<string>`nullif(${placeOf}, '')`, anyWalk),
    by(band, band),
  ]);
  return { fromDay, parts, models, places, hours };
}

/** What failed in a month, by part. */
export const failuresIn = (db: Db, siteId: string, month: string, zone: Zone): Promise<readonly Counted[]> =>
  countedBy(db, siteId, monthSpan(month, zone), part, anyWalk);

/** Checks made often on machines of the site's models that never found anything, the most often made first. */
export async function neverFound(db: Db, siteId: string): Promise<readonly NeverFound[]> {
  const { rows } = await sql<NeverFound>`
    SELECT m.sheet_id AS "sheetId", h.name AS model, m.check_id AS "checkId", m.times FROM check_minutes m JOIN sheet h ON h.id = m.sheet_id
    WHERE m.times >= ${oftenEnough} AND m.sheet_id IN (
      SELECT v.sheet_id FROM unit u JOIN sheet_version v ON v.id = u.sheet_version_id WHERE u.site_id = ${siteId} AND u.retired_at IS NULL)
    AND NOT EXISTS (SELECT FROM finding f JOIN unit u ON u.id = f.unit_id JOIN sheet_version v ON v.id = u.sheet_version_id
      WHERE f.check_id = m.check_id AND v.sheet_id = m.sheet_id)
    ORDER BY m.times DESC, m.check_id`.execute(db);
  return rows;
}

/** How long the tags released within a year stood, by what they waited for: median days; undefined where none was. */
export async function tagWaits(db: Db, siteId: string, at: Date): Promise<TagWaits | undefined> {
  const { rows } = await sql<ReleasedTag>`
    SELECT * FROM (
      SELECT t.id, t.number, u.plate, t.raised_at, max(s.at) FILTER (WHERE s.kind = 'repaired') AS repaired_at,
        max(s.at) FILTER (WHERE s.kind = 'retested') AS retested_at, max(s.at) FILTER (WHERE s.kind = 'released') AS released_at
      FROM tag t JOIN unit u ON u.id = t.unit_id JOIN tag_step s ON s.tag_id = t.id WHERE u.site_id = ${siteId} GROUP BY t.id, u.plate) stood
    WHERE released_at >= ${yearBefore(at)} AND repaired_at <= retested_at AND retested_at <= released_at ORDER BY released_at - raised_at DESC, number`.execute(
    db,
  );
  if (rows.length === 0) return undefined;
  const days = (from: Date, to: Date) => (to.getTime() - from.getTime()) / dayMs;
  const middle = (of: (tag: ReleasedTag) => number) => median(rows.map(of));
  return {
    released: rows.length,
    repairDays: middle(({ raisedAt, repairedAt }) => days(raisedAt, repairedAt)),
    retestDays: middle(({ repairedAt, retestedAt }) => days(repairedAt, retestedAt)),
    releaseDays: middle(({ retestedAt, releasedAt }) => days(retestedAt, releasedAt)),
    tags: rows.slice(0, mostTags).map(({ id, number, plate, raisedAt, releasedAt }) => ({
      ...{ id, number, plate, days: days(raisedAt, releasedAt) },
    })),
  };
}

/** A tag that was released: nobody releases one that was not repaired and re-tested. */
interface ReleasedTag {
  readonly id: string;
  readonly number: string;
  readonly plate: string;
  readonly raisedAt: Date;
  readonly repairedAt: Date;
  readonly retestedAt: Date;
  readonly releasedAt: Date;
}

/** More than one looks through; the longest of them. */
const mostTags = 60;
