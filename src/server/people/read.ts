import { sql } from "kysely";
import type { PersonShown, StaffRow } from "@/contract/staff";
import type { Db } from "@/server/database/database";
import { isUuid } from "@/server/http/uuid";
import { atSite } from "./access";
import type { Role } from "./roles";

const onPage = 100;

/** People of a site by name, those who have left last; where the next page begins. */
export async function staffPage(
  db: Db,
  siteId: string,
  after: string | undefined,
  at: Date,
): Promise<{ readonly rows: readonly StaffRow[]; readonly next: string | undefined }> {
  const rows = await db
    .selectFrom("person as p")
    .select(["p.id", "p.badge", "p.name", "p.active"])
    .select(
      sql<
        Role[]
      >`ARRAY(SELECT role FROM person_role r WHERE r.person_id = p.id AND r.site_id = ${siteId} ORDER BY role)`.as(
        "roles",
      ),
    )
    .select(
      sql<number>`(SELECT count(*)::int FROM authorisation a WHERE a.person_id = p.id AND a.until > ${at})`.as(
        "families",
      ),
    )
    .select(
      sql<Date | null>`(SELECT min(a.until) FROM authorisation a WHERE a.person_id = p.id AND a.until > ${at})`.as(
        "firstUntil",
      ),
    )
    .where(atSite(siteId))
    .$if(after !== undefined, (some) => some.where("p.badge", ">", after ?? ""))
    .orderBy("p.badge")
    .limit(onPage + 1)
    .execute();
  const shown = rows.slice(0, onPage);
  return {
    rows: shown.map(({ firstUntil, ...row }) => ({ ...row, firstUntilMs: firstUntil?.getTime() })),
    next: rows.length > onPage ? shown.at(-1)?.badge : undefined,
  };
}

/** One person at a site; undefined for somebody who never worked there. */
export async function staffDetail(db: Db, siteId: string, id: string): Promise<PersonShown | undefined> {
  if (!isUuid(id)) return undefined;
  const person = await db
    .selectFrom("person as p")
    .leftJoin("pinCode as c", "c.personId", "p.id")
    .select(["p.id", "p.badge", "p.name", "p.active", "c.expiresAt"])
    .where("p.id", "=", id)
    .where(atSite(siteId))
    .executeTakeFirst();
  if (person === undefined) return undefined;
  const [ownRoles, trainings, familiar, history] = await Promise.all([
    db
      .selectFrom("personRole")
      .select("role")
      .where("personId", "=", id)
      .where("siteId", "=", siteId)
      .orderBy("role")
      .execute(),
    db
      .selectFrom("authorisation")
      .select(["family", "licence", "until"])
      .select(
        sql<
          string | null
        >`(SELECT e.detail->>'documentId' FROM staff_event e WHERE e.person_id = authorisation.person_id
          AND e.kind = 'trained' AND e.detail->>'family' = authorisation.family ORDER BY e.no DESC LIMIT 1)`.as(
          "documentId",
        ),
      )
      .where("personId", "=", id)
      .orderBy("family")
      .execute(),
    db
      .selectFrom("familiarisation as f")
      .innerJoin("sheet as s", "s.id", "f.sheetId")
      .innerJoin("person as g", "g.id", "f.givenBy")
      .select(["s.name as sheet", "f.at", "g.name as by", "f.note"])
      .where("f.personId", "=", id)
      .orderBy("f.at", "desc")
      .limit(40)
      .execute(),
    db
      .selectFrom("staffEvent as e")
      .leftJoin("person as b", "b.id", "e.byPerson")
      .select(["e.kind", "e.detail", "e.at", "b.name as by"])
      .where("e.personId", "=", id)
      .where("e.siteId", "=", siteId)
      .orderBy("e.no", "desc")
      .limit(60)
      .execute(),
  ]);
  const { expiresAt, ...rest } = person;
  return {
    ...rest,
    roles: ownRoles.map(({ role }) => role),
    codeUntilMs: expiresAt?.getTime(),
    trainings: trainings.map(({ until, documentId, ...one }) => ({
      ...one,
      untilMs: until.getTime(),
      documentId: documentId ?? undefined,
    })),
    familiar: familiar.map(({ at, ...one }) => ({ ...one, atMs: at.getTime() })),
    history: history.map(({ at, ...one }) => ({ ...one, atMs: at.getTime() })),
  };
}
