import { sql } from "kysely";
import type { Db } from "@/server/database/database";
import { groupedBy } from "@/server/database/grouped";
import { picturesAsHere } from "@/server/pictures/take";
import { carriesTag } from "@/server/units/standing";

export type Waits = "repair" | "retest" | "release" | "nothing";

/** How many tags stand at a site. */
export async function countTags(db: Db, siteId: string): Promise<number> {
  const row = await db
    .selectFrom("unitStanding")
    .select(sql<string | null>`sum(cardinality(tags))`.as("count"))
    .where("siteId", "=", siteId)
    .where(carriesTag)
    .executeTakeFirst();
  return Number(row?.count ?? 0);
}

/** Tags on a page. */
const onPage = 100;

/** Where a page of tags begins: after this one of the page before. */
export interface AfterTag {
  readonly raisedAt: Date;
  readonly number: string;
}

/** Tags that stand at a site, oldest first, and what each waits for: a page of them, and whether there are more. */
export async function standingTags(db: Db, siteId: string, after?: AfterTag) {
  const tags = await db
    .selectFrom("unitStanding as s")
    .innerJoin("tag as t", (join) =>
      join.onRef("t.unitId", "=", "s.unitId").on(sql<boolean>`t.number = ANY(s.tags)`),
    )
    .innerJoin("unit as u", "u.id", "s.unitId")
    .innerJoin("person as p", "p.id", "t.raisedBy")
    .select(["t.id", "t.number", "t.reason", "t.note", "t.raisedAt", "p.name as by", "u.plate", "u.family"])
    .where("s.siteId", "=", siteId)
    .where(carriesTag)
    .$if(after !== undefined, (all) =>
      all.where(sql<boolean>`(t.raised_at, t.number) > (${after?.raisedAt}, ${after?.number})`),
    )
    .orderBy("t.raisedAt")
    .orderBy("t.number")
    .limit(onPage + 1)
    .execute();
  const shown = tags.slice(0, onPage);
  const waits = await waitsOf(
    db,
    shown.map(({ id }) => id),
  );
  return {
    tags: shown.map((tag) => ({ ...tag, waits: waits.get(tag.id) ?? ("repair" as const) })),
    more: tags.length > onPage,
  };
}

/** What each of these tags waits for. */
export async function waitsOf(db: Db, tagIds: readonly string[]): Promise<ReadonlyMap<string, Waits>> {
  if (tagIds.length === 0) return new Map();
  const steps = await db
    .selectFrom("tagStep")
    .select(["tagId", "kind"])
    .where("tagId", "in", [...tagIds])
    .orderBy("stepNo")
    .execute();
  const byTag = groupedBy(steps, "tagId");
  return new Map(tagIds.map((id) => [id, waitsFor(byTag.get(id) ?? [])]));
}

/** What a tag waits for, from its steps in their order. */
export function waitsFor(steps: readonly { readonly kind: string }[]): Waits {
  const last = (kind: string) => steps.findLastIndex((s) => s.kind === kind);
  if (last("released") >= 0) return "nothing";
  if (last("repaired") < 0) return "repair";
  return last("retested") > last("repaired") ? "release" : "retest";
}

/** One tag with all its steps, and the ledger position a releaser is shown. */
export async function tagDetail(db: Db, id: string) {
  const tag = await db
    .selectFrom("tag as t")
    .innerJoin("unit as u", "u.id", "t.unitId")
    .innerJoin("person as p", "p.id", "t.raisedBy")
    .leftJoin("finding as f", "f.id", "t.findingId")
    .select([
      "t.id",
      "t.number",
      "t.reason",
      "t.note",
      "t.raisedAt",
      "p.name as by",
      "u.id as unitId",
      "u.plate",
      "u.siteId",
      "u.family",
      "f.checkKey",
      "f.condition",
      "f.rule",
      "f.part",
      "f.note as findingNote",
      "f.value",
      "f.inspectionId",
      "f.pictures",
      "f.whereOnIt",
      "f.sizeMm",
    ])
    .where("t.id", "=", id)
    .executeTakeFirst();
  if (tag === undefined) return undefined;
  const pictures =
    tag.inspectionId === null ? [] : await picturesAsHere(db, tag.inspectionId, tag.pictures ?? []);
  const steps = await db
    .selectFrom("tagStep as s")
    .innerJoin("person as p", "p.id", "s.personId")
    .select(["s.id", "s.kind", "s.at", "s.detail", "s.inspectionId", "s.personId", "p.name as by"])
    .where("s.tagId", "=", id)
    .orderBy("s.stepNo")
    .execute();
  const head = await db
    .selectFrom("ledgerEntry")
    .select(({ fn }) => fn.max("position").as("position"))
    .where("unitId", "=", tag.unitId)
    .executeTakeFirst();
  const otherTags = await othersToRepair(db, tag.unitId, id);
  return {
    ...tag,
    pictures,
    steps,
    waits: waitsFor(steps),
    seenPosition: Number(head?.position ?? 0),
    otherTags,
  };
}

/** The other tags that stand on a unit and wait for a repair. */
async function othersToRepair(db: Db, unitId: string, id: string) {
  return db
    .selectFrom("standingTag as t")
    .select(["t.id", "t.number", "t.reason"])
    .where("t.unitId", "=", unitId)
    .where("t.id", "!=", id)
    .where(({ not, exists, selectFrom }) =>
      not(
        exists(
          selectFrom("tagStep as s")
            .select("s.id")
            .whereRef("s.tagId", "=", "t.id")
            .where("s.kind", "=", "repaired"),
        ),
      ),
    )
    .orderBy("t.number")
    .execute();
}

export async function siteOfTag(db: Db, id: string): Promise<string | undefined> {
  const row = await db
    .selectFrom("tag as t")
    .innerJoin("unit as u", "u.id", "t.unitId")
    .select("u.siteId")
    .where("t.id", "=", id)
    .executeTakeFirst();
  return row?.siteId;
}
