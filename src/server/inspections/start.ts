import { randomUUID } from "node:crypto";
import { z } from "zod";
import type { PartId } from "@/core/catalogue/parts";
import { parts } from "@/core/catalogue/parts";
import { foundStowed } from "@/core/plan/found";
import type { Scope } from "@/core/plan/scope";
import type { Db, Trx } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
import { figuresOf } from "@/server/units/figures";
import { catalogueVersion } from "./model";

export const startSchema = z.strictObject({
  unitId: z.uuid(),
  scope: z.enum(["full", "check_in", "transport", "after_transport"]).default("full"),
});

/** Starts an inspection, or gives back the person's own open one of the same scope: a reload starts nothing new. */
export async function startInspection(
  db: Db,
  personId: string,
  wanted: z.infer<typeof startSchema>,
  at: Date,
): Promise<string> {
  return db.transaction().execute(async (trx) => {
    const open = await trx
      .selectFrom("inspection as i")
      .leftJoin("seal as s", "s.inspectionId", "i.id")
      .select("i.id")
      .where("i.unitId", "=", wanted.unitId)
      .where("i.personId", "=", personId)
      .where("i.tagId", "is", null)
      .where("s.inspectionId", "is", null)
      .where("i.startedAt", ">", new Date(at.getTime() - 12 * 3_600_000))
      .where((eb) => eb(eb.ref("i.scope", "->>").key("kind"), "=", wanted.scope))
      .orderBy("i.startedAt", "desc")
      .executeTakeFirst();
    return open?.id ?? (await begin(trx, wanted.unitId, personId, { kind: wanted.scope }, null, at));
  });
}

/** Starts the re-test of a tag: what the finding, the repaired and the disturbed parts touch. */
export async function startRetest(db: Db, personId: string, tagId: string, at: Date): Promise<string> {
  return db.transaction().execute(async (trx) => {
    const tag = await trx
      .selectFrom("standingTag as t")
      .leftJoin("finding as f", "f.id", "t.findingId")
      .select(["t.id", "t.unitId", "f.part", "f.checkKey"])
      .where("t.id", "=", tagId)
      .executeTakeFirst();
    if (tag === undefined)
      throw new Problem(404, "no-tag", "expected a tag that stands; it may have been released already");
    const repair = await trx
      .selectFrom("tagStep")
      .select(["detail", "at"])
      .where("tagId", "=", tagId)
      .where("kind", "=", "repaired")
      .orderBy("at", "desc")
      .executeTakeFirst();
    if (repair === undefined)
      throw new Problem(
        409,
        "not-repaired",
        "expected a recorded repair first; record the repair, then re-test",
      );
    const open = await trx
      .selectFrom("inspection as i")
      .leftJoin("seal as s", "s.inspectionId", "i.id")
      .select("i.id")
      .where("i.tagId", "=", tagId)
      .where("s.inspectionId", "is", null)
      .where("i.startedAt", ">=", repair.at)
      .where("i.personId", "=", personId)
      .executeTakeFirst();
    if (open !== undefined) return open.id;
    const repaired = partsIn([
      ...textList(repair.detail["repaired"]),
      ...(tag.part === null ? [] : [tag.part]),
    ]);
    const scope: Scope = {
      kind: "retest",
      parts: repaired,
      disturbed: partsIn(textList(repair.detail["disturbed"])).filter((part) => !repaired.includes(part)),
      checks: tag.checkKey === null ? [] : [tag.checkKey],
    };
    return begin(trx, tag.unitId, personId, scope, tagId, at);
  });
}

const partsIn = (names: readonly string[]): readonly PartId[] =>
  [...new Set(names)].filter((part): part is PartId => part in parts);

const textList = (value: unknown): readonly string[] =>
  Array.isArray(value) ? value.filter((v): v is string => typeof v === "string") : [];

async function begin(
  trx: Trx,
  unitId: string,
  personId: string,
  scope: Scope,
  tagId: string | null,
  at: Date,
): Promise<string> {
  const unit = await trx
    .selectFrom("unit as u")
    .innerJoin("site as s", "s.id", "u.siteId")
    .leftJoin("sheetVersion as v", "v.id", "u.sheetVersionId")
    .select(["u.plate", "s.policy", "v.id as sheetVersionId", "v.content as sheet"])
    .where("u.id", "=", unitId)
    .executeTakeFirst();
  if (unit === undefined)
    throw new Problem(404, "no-unit", "expected a unit of the pool; pick one from the list");
  if (unit.sheetVersionId === null || unit.sheet === null) {
    throw new Problem(
      409,
      "no-sheet",
      `${unit.plate} has no machine sheet yet, so its checks are not known here; inspect it on paper and ask the owner for its sheet`,
    );
  }
  const id = randomUUID();
  await trx
    .insertInto("inspection")
    .values({
      id,
      unitId,
      personId,
      scope: JSON.stringify(scope),
      tagId,
      sheetVersionId: unit.sheetVersionId,
      catalogueVersion,
      policy: JSON.stringify(unit.policy),
      found: JSON.stringify(foundStowed(unit.sheet)),
      figures: JSON.stringify(await figuresOf(trx, unitId)),
      startedAt: at,
    })
    .execute();
  return id;
}
