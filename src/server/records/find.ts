import { type SqlBool, sql } from "kysely";
import { barePlate } from "@/core/vocabulary/plate-match";
import { momentOf } from "@/core/vocabulary/zone";
import type { Db } from "@/server/database/database";
import { groupedBy } from "@/server/database/grouped";
import { byItsValues } from "@/server/database/named-client";
import type { RecordsAsked } from "./asked";
import { failed, hoursOf, placeOf } from "./counted-by";

/** Records on a page. */
export const onPage = 50;
/** So many are counted, and then it is said that there are more. */
const counted = 1000;
const dayMs = 86_400_000;

/** A finding of a record, as the list names it. */
export interface FoundFinding {
  readonly checkKey: string;
  readonly part: string;
  readonly condition: string;
  readonly grade: string;
  readonly note: string | null;
}

/** The site whose records are looked for, and by whose clocks a day is meant. */
export interface AtSite {
  readonly siteId: string;
  readonly zone: string;
}

/**
 * Conditions of a search, or that nothing can meet them. What is no free text stands in the statement
 * itself: how common a condition is, and how few records are wanted, decides which way is the quick one.
 */
async function conditionsOf(db: Db, { siteId, zone }: AtSite, asked: RecordsAsked) {
  const { unit, person, part, place, condition, grade, outcome, scope, from, to, words } = asked;
  const { hoursFrom, hoursTo } = asked;
  const units = unit === undefined ? undefined : await unitsMeant(db, siteId, unit);
  const people = person === undefined ? undefined : await peopleMeant(db, person);
  if (units?.length === 0 || people?.length === 0) return undefined;
  const all = [sql<SqlBool>`u.site_id = ${sql.lit(siteId)}`];
  if (units !== undefined) all.push(sql`s.unit_id = ANY(${units})`);
  if (people !== undefined) all.push(sql`s.signed_by = ANY(${people})`);
  if (outcome !== undefined) all.push(sql`s.outcome = ${sql.lit(outcome)}`);
  if (scope !== undefined) all.push(sql`s.scope = ${sql.lit(scope)}`);
  if (from !== undefined) all.push(sql`s.signed_at >= ${moment(momentOf(Date.parse(from), zone))}`);
  if (to !== undefined) all.push(sql`s.signed_at < ${moment(momentOf(Date.parse(to) + dayMs, zone))}`);
  if (hoursFrom !== undefined) all.push(sql`${hoursOf} >= ${sql.lit(hoursFrom)}`);
  if (hoursTo !== undefined) all.push(sql`${hoursOf} < ${sql.lit(hoursTo)}`);
  const found = [
    ...(part === undefined ? [] : [sql<SqlBool>`f.part = ${sql.lit(part)}`]),
    ...(condition === undefined ? [] : [sql<SqlBool>`f.condition = ${sql.lit(condition)}`]),
    ...(place === undefined ? [] : [sql<SqlBool>`${placeOf} = ${sql.lit(place)}`]),
    ...(grade === undefined ? [] : [grade === "failed" ? failed : sql<SqlBool>`f.grade = ${sql.lit(grade)}`]),
    ...(words === undefined
      ? []
      : [
          sql<SqlBool>`f.note IS NOT NULL AND to_tsvector('simple', f.note) @@ websearch_to_tsquery('simple', ${words})`,
        ]),
  ];
  if (found.length > 0)
    all.push(
      sql`EXISTS (SELECT FROM finding f WHERE f.inspection_id = s.inspection_id AND ${sql.join(found, sql` AND `)})`,
    );
  return sql.join(all, sql` AND `);
}

const moment = (ms: number) => sql`${sql.lit(new Date(ms).toISOString())}::timestamptz`;

/** Units of a site whose plate, serial or model has what was typed. */
async function unitsMeant(db: Db, siteId: string, typed: string): Promise<readonly string[]> {
  const has = (column: string) =>
    sql<boolean>`upper(regexp_replace(${sql.ref(column)}, '[^[:alnum:]]', '', 'g')) LIKE ${`%${barePlate(typed)}%`}`;
  const rows = await db
    .selectFrom("unit as u")
    .leftJoin("sheetVersion as v", "v.id", "u.sheetVersionId")
    .leftJoin("sheet as h", "h.id", "v.sheetId")
    .select("u.id")
    .where("u.siteId", "=", siteId)
    .where((eb) => eb.or([has("u.plate"), has("u.serial"), has("h.name")]))
    .execute();
  return rows.map(({ id }) => id);
}

const escaped = (typed: string) => typed.replace(/[\\%_]/g, (sign) => `\\${sign}`);

async function peopleMeant(db: Db, typed: string): Promise<readonly string[]> {
  const rows = await db
    .selectFrom("person")
    .select("id")
    .where((eb) => eb.or([eb("badge", "=", typed), eb("name", "ilike", `%${escaped(typed)}%`)]))
    .execute();
  return rows.map(({ id }) => id);
}

/** A record as a list has it. */
export interface FoundRecord {
  readonly inspectionId: string;
  readonly unitId: string;
  readonly plate: string;
  readonly serial: string;
  readonly family: string;
  readonly outcome: string;
  readonly scope: string;
  readonly signedAt: Date;
  readonly startedAt: Date;
  readonly by: string;
  readonly badge: string;
  readonly ledgerPosition: number;
  readonly findings: readonly FoundFinding[];
}

type Conditions = NonNullable<Awaited<ReturnType<typeof conditionsOf>>>;

/** Records that are asked for, and where the page after them begins. */
export interface FoundPage {
  readonly rows: readonly FoundRecord[];
  readonly next: string | undefined;
}

/** The next records that are asked for, the latest first. */
export async function findRecords(
  db: Db,
  at: AtSite,
  asked: RecordsAsked,
  most = onPage,
): Promise<FoundPage> {
  const where = await conditionsOf(db, at, asked);
  return where === undefined ? { rows: [], next: undefined } : pageOf(db, where, asked.before, most);
}

/** A page of records, and how many there are in all, as far as a thousand. */
export async function recordsPage(
  db: Db,
  at: AtSite,
  asked: RecordsAsked,
): Promise<FoundPage & { readonly count: number; readonly more: boolean }> {
  const where = await conditionsOf(db, at, asked);
  if (where === undefined) return { rows: [], next: undefined, count: 0, more: false };
  const [page, count] = await Promise.all([pageOf(db, where, asked.before, onPage), countOf(db, where)]);
  return { ...page, count: Math.min(count, counted), more: count > counted };
}

async function pageOf(
  db: Db,
  where: Conditions,
  before: string | undefined,
  most: number,
): Promise<FoundPage> {
  const [ms, id] = before?.split(".") ?? [];
  const after =
    ms === undefined || id === undefined
      ? sql``
      : sql` AND (s.signed_at, s.inspection_id) < (${moment(Number(ms))}, ${id}::uuid)`;
  const { rows } = await sql<Omit<FoundRecord, "findings">>`${sql.raw(byItsValues)}
    SELECT s.inspection_id, s.unit_id, u.plate, u.serial, u.family, s.outcome, s.scope, s.signed_at, s.started_at,
      p.name AS by, p.badge, s.ledger_position
    FROM seal s JOIN unit u ON u.id = s.unit_id JOIN person p ON p.id = s.signed_by
    WHERE ${where}${after} ORDER BY s.signed_at DESC, s.inspection_id DESC LIMIT ${sql.lit(most + 1)}`.execute(
    db,
  );
  const shown = rows.slice(0, most);
  const findings = await findingsOf(
    db,
    shown.map(({ inspectionId }) => inspectionId),
  );
  const last = shown.at(-1);
  return {
    rows: shown.map((row) => ({
      ...row,
      findings: (findings.get(row.inspectionId) ?? []).map(({ inspectionId: _, ...finding }) => finding),
    })),
    next:
      rows.length > most && last !== undefined
        ? `${last.signedAt.getTime()}.${last.inspectionId}`
        : undefined,
  };
}

async function countOf(db: Db, where: Conditions): Promise<number> {
  const { rows } = await sql<{ count: number }>`${sql.raw(byItsValues)} SELECT count(*)::int AS count FROM (
    SELECT FROM seal s JOIN unit u ON u.id = s.unit_id WHERE ${where} LIMIT ${sql.lit(counted + 1)}) AS found`.execute(
    db,
  );
  return rows[0]?.count ?? 0;
}

async function findingsOf(db: Db, inspectionIds: readonly string[]) {
  const rows = await db
    .selectFrom("finding")
    .select(["inspectionId", "checkKey", "part", "condition", "grade", "note"])
    .where(sql<SqlBool>`inspection_id = ANY(${inspectionIds}::uuid[])`)
    .orderBy("ledgerPosition")
    .execute();
  return groupedBy(rows, "inspectionId");
}
