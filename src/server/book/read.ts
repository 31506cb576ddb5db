import { sql } from "kysely";
import type { Book, BookAction, BookFault, BookUpkeep } from "@/contract/book";
import { localMs, momentOf, type Zone } from "@/core/vocabulary/zone";
import type { Db } from "@/server/database/database";
import { groupedBy } from "@/server/database/grouped";
import { policyOfUnit } from "@/server/sites/policy";

/** A unit as its log-book heads it, with the years in which anything was recorded of it, the latest first. */
export async function bookedUnit(db: Db, plate: string, at: Date) {
  const unit = await db
    .selectFrom("unit as u")
    .innerJoin("site as s", "s.id", "u.siteId")
    .select(["u.id", "u.plate", "u.siteId", "u.serial", "u.family", "s.name as site"])
    .select(["s.timeZone as zone", policyOfUnit("s", "u")])
    .select(({ selectFrom }) =>
      selectFrom("ledgerEntry as l")
        .select("l.recordedAt")
        .whereRef("l.unitId", "=", "u.id")
        .orderBy("l.position")
        .limit(1)
        .as("since"),
    )
    .where("u.plate", "=", plate)
    .executeTakeFirst();
  if (unit === undefined) return undefined;
  const { policy, since, ...rest } = unit;
  const yearOf = (moment: Date) => new Date(localMs(moment.getTime(), rest.zone)).getUTCFullYear();
  const last = yearOf(at);
  const first = Math.min(last, Math.max(yearOf(since ?? at), last - 30));
  return {
    ...rest,
    years: Array.from({ length: last - first + 1 }, (_, i) => last - i),
    asksToSign: policy.grading === "log_book",
  };
}

/** A year on a site's clock. */
export const yearIn = (year: number, zone: Zone): Span => ({
  from: new Date(momentOf(Date.UTC(year, 0, 1), zone)),
  to: new Date(momentOf(Date.UTC(year + 1, 0, 1), zone)),
});

/** From a moment on, up to another. */
export interface Span {
  readonly from: Date;
  readonly to: Date;
}

/** Rows of one part, at most: more than a year of a unit that is walked at each shift. */
const most = 3000;

/** A unit's log-book of some time, and what of any time is not signed for. */
export async function bookOf(db: Db, unitId: string, span: Span): Promise<Book> {
  const [checks, faults, upkeep] = await Promise.all([
    checksOf(db, unitId, span),
    faultsOf(db, unitId, span),
    upkeepOf(db, unitId, span),
  ]);
  const [fromMs, toMs] = [span.from.getTime(), span.to.getTime()];
  return {
    ...{ checks, upkeep },
    faults: faults.filter(({ found }) => found.atMs >= fromMs && found.atMs < toMs),
    unsigned: faults.filter(({ signed, slip }) => signed === undefined && !slip),
  };
}

/** By which licence `s` was signed, as its entry says; null where it says none. */
const licenceSigned = sql<string | null>`(SELECT x.content #>> '{}' FROM ledger_entry l
  JOIN sealed_text x ON x.digest = l.body::jsonb #>> '{document,licence,digest}'
  WHERE l.unit_id = s.unit_id AND l.position = s.ledger_position)`;

async function checksOf(db: Db, unitId: string, { from, to }: Span) {
  const rows = await db
    .selectFrom("seal as s")
    .innerJoin("person as p", "p.id", "s.signedBy")
    .select(["s.inspectionId", "s.scope", "s.outcome", "s.signedAt", "p.name", "p.badge"])
    .select(licenceSigned.as("licence"))
    .where("s.unitId", "=", unitId)
    .where("s.signedAt", ">=", from)
    .where("s.signedAt", "<", to)
    .orderBy("s.signedAt", "desc")
    .limit(most)
    .execute();
  return rows.map(({ signedAt, ...row }) => ({ ...row, atMs: signedAt.getTime() }));
}

/** Faults found in a span, and those of any time that are not signed for. */
async function faultsOf(db: Db, unitId: string, { from, to }: Span): Promise<readonly BookFault[]> {
  const rows = await db
    .selectFrom("fault as f")
    .leftJoin("finding as i", "i.id", "f.id")
    .leftJoin("tag as t", (join) =>
      join.on(({ or, eb }) => or([eb("t.id", "=", eb.ref("f.id")), eb("t.findingId", "=", eb.ref("f.id"))])),
    )
    .innerJoin("person as p", (join) =>
      join.on("p.id", "=", ({ fn, ref }) => fn.coalesce(ref("i.foundBy"), ref("t.raisedBy"))),
    )
    .leftJoin("countersign as c", "c.faultId", "f.id")
    .leftJoin("person as o", "o.id", "c.signedBy")
    .select(["f.id", "f.foundAt", "f.actedOn", "f.slip", "p.name", "p.badge", "t.id as tagId", "t.number"])
    .select(["i.checkKey", "i.condition", "i.grade", "i.putRight", "t.reason"])
    .select(({ fn, ref }) => fn.coalesce(ref("i.note"), ref("t.note")).as("note"))
    .select(["c.signedAt", "c.action", "o.name as owner", "o.badge as ownerBadge"])
    .where("f.unitId", "=", unitId)
    .orderBy("f.foundAt", "desc")
    .orderBy("f.id")
    .where(({ or, and, eb }) =>
      or([and([eb("f.foundAt", ">=", from), eb("f.foundAt", "<", to)]), eb("c.faultId", "is", null)]),
    )
    .limit(most)
    .execute();
  const actions = groupedBy(await actionsOf(db, unitId), "of");
  return rows.map((row) => ({
    id: row.id,
    found: { name: row.name, badge: row.badge, atMs: row.foundAt.getTime() },
    what:
      row.checkKey !== null && row.condition !== null && row.grade !== null
        ? { check: row.checkKey, condition: row.condition, grade: row.grade }
        : { reason: row.reason ?? "" },
    note: row.note,
    tag: row.number,
    actions: [
      ...(row.putRight === null
        ? []
        : [
            {
              kind: "put_right" as const,
              ...{ words: row.putRight, name: row.name, badge: row.badge, atMs: row.foundAt.getTime() },
            },
          ]),
      ...[...(actions.get(row.id) ?? []), ...(row.tagId === null ? [] : (actions.get(row.tagId) ?? []))]
        .filter((one, i, all) => all.indexOf(one) === i)
        .map(({ of: _, ...action }) => action)
        .sort((a, b) => a.atMs - b.atMs),
    ],
    actedOn: row.actedOn,
    slip: row.slip,
    signed:
      row.signedAt === null
        ? undefined
        : {
            ...{ name: row.owner ?? "", badge: row.ownerBadge ?? "" },
            ...{ atMs: row.signedAt.getTime(), action: row.action },
          },
  }));
}

/** What was done about a unit's findings and tags, by the finding or the tag. */
async function actionsOf(db: Db, unitId: string): Promise<readonly (BookAction & { readonly of: string })[]> {
  const [repairs, steps, gone] = await Promise.all([
    db
      .selectFrom("findingRepair as r")
      .innerJoin("finding as f", "f.id", "r.findingId")
      .innerJoin("person as p", "p.id", "r.repairedBy")
      .select(["r.findingId as of", "r.work as words", "r.repairedAt as at", "p.name", "p.badge"])
      .where("f.unitId", "=", unitId)
      .execute(),
    db
      .selectFrom("tagStep as s")
      .innerJoin("person as p", "p.id", "s.personId")
      .select(["s.tagId as of", "s.kind", "s.detail", "s.at", "p.name", "p.badge"])
      .where("s.unitId", "=", unitId)
      .orderBy("s.stepNo")
      .execute(),
    db
      .selectFrom("matterGone as g")
      .innerJoin("finding as f", "f.id", "g.findingId")
      .innerJoin("person as p", "p.id", "g.personId")
      .select(["g.findingId as of", "g.reason as words", "g.at", "p.name", "p.badge"])
      .where("f.unitId", "=", unitId)
      .execute(),
  ]);
  return [
    ...repairs.map(({ at, ...row }) => ({ ...row, kind: "repaired" as const, atMs: at.getTime() })),
    ...steps.map(({ at, detail, ...row }) => ({ ...row, words: workIn(detail), atMs: at.getTime() })),
    ...gone.map(({ at, ...row }) => ({ ...row, kind: "gone" as const, atMs: at.getTime() })),
  ];
}

/** Cause and work of a repair under a tag. */
const workIn = (detail: Record<string, unknown>): string =>
  [detail["cause"], detail["work"]].filter((one) => typeof one === "string" && one !== "").join(". ");

async function upkeepOf(db: Db, unitId: string, { from, to }: Span): Promise<readonly BookUpkeep[]> {
  const [jobs, examinations] = await Promise.all([
    db
      .selectFrom("jobDone as j")
      .innerJoin("person as p", "p.id", "j.recordedBy")
      .select(["j.job", "j.doneAt", "j.doneBy as by", "j.licence", "j.document", "j.meterHours as hours"])
      .select(["j.note", "p.name", "p.badge"])
      .where("j.unitId", "=", unitId)
      .where("j.doneAt", ">=", from)
      .where("j.doneAt", "<", to)
      .limit(most)
      .execute(),
    db
      .selectFrom("examination as e")
      .innerJoin("person as p", "p.id", "e.recordedBy")
      .select(["e.examinedOn", "e.examiner as by", "e.licence", "e.document", "e.nextDue"])
      .select(["p.name", "p.badge"])
      .where("e.unitId", "=", unitId)
      .where("e.examinedOn", ">=", from)
      .where("e.examinedOn", "<", to)
      .limit(most)
      .execute(),
  ]);
  return [
    ...jobs.map(({ doneAt, name, badge, ...row }) => ({
      ...{ ...row, kind: "job" as const, atMs: doneAt.getTime(), recorded: { name, badge } },
    })),
    ...examinations.map(({ examinedOn, nextDue, name, badge, ...row }) => ({
      ...{ ...row, kind: "examination" as const, atMs: examinedOn.getTime(), recorded: { name, badge } },
      nextDueMs: nextDue.getTime(),
    })),
  ].sort((a, b) => b.atMs - a.atMs);
}
