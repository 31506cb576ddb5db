import { type SqlBool, sql } from "kysely";
import { barePlate } from "@/core/vocabulary/plate-match";
import { momentOf } from "@/core/vocabulary/zone";
import type { Db } from "@/server/database/database";
import type { RecordsAsked } from "./asked";

/** Records on a page. */
export const onPage = 50;
/** So many are counted, and then it is said that there are more. */
const counted = 1000;
/** Units or people a typed word may mean, at most. */
const mostMeant = 60;
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

/** Conditions of a search, or that nothing can meet them. */
async function conditionsOf(db: Db, { siteId, zone }: AtSite, asked: RecordsAsked) {
  const { unit, person, part, condition, grade, outcome, scope, from, to, words, before } = asked;
  const units = unit === undefined ? undefined : await unitsMeant(db, siteId, unit);
  const people = person === undefined ? undefined : await peopleMeant(db, person);
  if (units?.length === 0 || people?.length === 0) return undefined;
  const all = [sql<SqlBool>`u.site_id = ${siteId}`];
  if (units !== undefined) all.push(sql`s.unit_id = ANY(${units})`);
  if (people !== undefined) all.push(sql`s.signed_by = ANY(${people})`);
  if (outcome !== undefined) all.push(sql`s.outcome = ${outcome}`);
  if (scope !== undefined) all.push(sql`s.scope = ${scope}`);
  if (from !== undefined) all.push(sql`s.signed_at >= ${new Date(momentOf(Date.parse(from), zone))}`);
  if (to !== undefined) all.push(sql`s.signed_at < ${new Date(momentOf(Date.parse(to) + dayMs, zone))}`);
  const found = [
    ...(part === undefined ? [] : [sql<SqlBool>`f.part = ${part}`]),
    ...(condition === undefined ? [] : [sql<SqlBool>`f.condition = ${condition}`]),
    ...(grade === undefined ? [] : [sql<SqlBool>`f.grade = ${grade}`]),
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
  const [ms, id] = before?.split(".") ?? [];
  if (ms !== undefined && id !== undefined)
    all.push(sql`(s.signed_at, s.inspection_id) < (${new Date(Number(ms))}, ${id}::uuid)`);
  return sql.join(all, sql` AND `);
}

/** Units of a site whose plate or serial has what was typed. */
async function unitsMeant(db: Db, siteId: string, typed: string): Promise<readonly string[]> {
  const rows = await db
    .selectFrom("unit")
    .select("id")
    .where("siteId", "=", siteId)
    .where((eb) =>
      eb.or([
        sql<boolean>`upper(regexp_replace(plate, '[^[:alnum:]]', '', 'g')) LIKE ${`%${barePlate(typed)}%`}`,
        sql<boolean>`upper(regexp_replace(serial, '[^[:alnum:]]', '', 'g')) LIKE ${`%${barePlate(typed)}%`}`,
      ]),
    )
    .limit(mostMeant)
    .execute();
  return rows.map(({ id }) => id);
}

const escaped = (typed: string) => typed.replace(/[\\%_]/g, (sign) => `\\${sign}`);

async function peopleMeant(db: Db, typed: string): Promise<readonly string[]> {
  const rows = await db
    .selectFrom("person")
    .select("id")
    .where((eb) => eb.or([eb("badge", "=", typed), eb("name", "ilike", `%${escaped(typed)}%`)]))
    .limit(mostMeant)
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

/** The next records that are asked for, the latest first, and where the page after them begins. */
export async function findRecords(
  db: Db,
  at: AtSite,
  asked: RecordsAsked,
  most = onPage,
): Promise<{ readonly rows: readonly FoundRecord[]; readonly next: string | undefined }> {
  const where = await conditionsOf(db, at, asked);
  if (where === undefined) return { rows: [], next: undefined };
  const { rows } = await sql<Omit<FoundRecord, "findings">>`
    SELECT s.inspection_id, s.unit_id, u.plate, u.serial, u.family, s.outcome, s.scope, s.signed_at, s.started_at,
      p.name AS by, p.badge, s.ledger_position
    FROM seal s JOIN unit u ON u.id = s.unit_id JOIN person p ON p.id = s.signed_by
    WHERE ${where} ORDER BY s.signed_at DESC, s.inspection_id DESC LIMIT ${most + 1}`.execute(db);
  const shown = rows.slice(0, most);
  const findings = await findingsOf(
    db,
    shown.map(({ inspectionId }) => inspectionId),
  );
  const last = shown.at(-1);
  return {
    rows: shown.map((row) => ({ ...row, findings: findings.get(row.inspectionId) ?? [] })),
    next:
      rows.length > most && last !== undefined
        ? `${last.signedAt.getTime()}.${last.inspectionId}`
        : undefined,
  };
}

async function findingsOf(
  db: Db,
  inspectionIds: readonly string[],
): Promise<ReadonlyMap<string, readonly FoundFinding[]>> {
  if (inspectionIds.length === 0) return new Map();
  const rows = await db
    .selectFrom("finding")
    .select(["inspectionId", "checkKey", "part", "condition", "grade", "note"])
    .where("inspectionId", "in", inspectionIds)
    .orderBy("ledgerPosition")
    .execute();
  const by = new Map<string, FoundFinding[]>();
  for (const { inspectionId, ...finding } of rows)
    by.set(inspectionId, [...(by.get(inspectionId) ?? []), finding]);
  return by;
}

/** How many there are, as far as a thousand. */
export async function countRecords(
  db: Db,
  at: AtSite,
  { before: _, ...asked }: RecordsAsked,
): Promise<{ readonly count: number; readonly more: boolean }> {
  const where = await conditionsOf(db, at, asked);
  if (where === undefined) return { count: 0, more: false };
  const { rows } = await sql<{ count: number }>`SELECT count(*)::int AS count FROM (
    SELECT FROM seal s JOIN unit u ON u.id = s.unit_id WHERE ${where} LIMIT ${counted + 1}) AS found`.execute(
    db,
  );
  const count = rows[0]?.count ?? 0;
  return { count: Math.min(count, counted), more: count > counted };
}
