import { z } from "zod";
import type { Told } from "@/core/diagnose/answers";
import { type PartId, parts } from "@/core/vocabulary/parts";
import type { Db, Trx } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
import { lockUnit } from "@/server/ledger/append";
import { type Head, noteHeads } from "@/server/ledger/heads";
import { addStep } from "./step";
import { hasComponent, type Scored, scored, troubleOf } from "./trouble";

const partId = z.enum(Object.keys(parts) as [PartId, ...PartId[]]);

export const repairSchema = z.strictObject({
  cause: z.string().trim().min(1).max(400),
  work: z.string().trim().min(1).max(1000),
  repaired: z.array(partId).max(30),
  disturbed: z.array(partId).max(30),
  licence: z.string().trim().min(1).max(60),
  /** The part that was the cause, as the machine model names it, where it is one of its parts. */
  component: z.string().min(1).max(80).optional(),
  /** The tests a technician made besides those of the walk, to find it. */
  tried: z
    .array(z.strictObject({ question: z.string().min(1).max(80), says: z.string().min(1).max(60) }))
    .max(200)
    .optional(),
  /** Other tags of the same unit that this repair serves too. */
  alsoTags: z.array(z.uuid()).max(50).optional(),
});

export const releaseSchema = z.strictObject({
  /** The tag's number as read off the tag in the hand. */
  number: z.string().trim().min(1),
  /** The last entry of the unit's ledger that the releaser was shown. */
  seenPosition: z.number().int().min(1),
});

/** Records a repair under a tag, and under others of the unit it serves: cause, work, parts repaired and disturbed. */
export async function recordRepair(
  db: Db,
  tagId: string,
  personId: string,
  repair: z.infer<typeof repairSchema>,
  at: Date,
): Promise<void> {
  const { alsoTags = [], component, ...found } = repair;
  const detail = {
    ...found,
    ...(component === undefined ? {} : await causeOf(db, tagId, component, found.tried)),
  };
  await inTurn(db, tagId, async (trx, tag) => {
    const heads: Head[] = [];
    for (const id of new Set([tagId, ...alsoTags])) {
      const number = id === tagId ? tag.number : await standingNumber(trx, id, tag.unitId);
      const document = { by: personId, tag: number, tagId: id, ...detail };
      const { unitId } = tag;
      heads.push(
        ...(await addStep(trx, { unitId, tagId: id, kind: "repaired", personId, at, detail, document })),
      );
    }
    return heads;
  });
}

/** The part that was the cause, and where it stood among the suspects. */
async function causeOf(
  db: Db,
  tagId: string,
  component: string,
  tried: readonly Told[] = [],
): Promise<{ readonly component: string } & Partial<Scored>> {
  const trouble = await troubleOf(db, tagId);
  if (trouble === undefined) return { component };
  if (!hasComponent(trouble, component))
    throw new Problem(
      400,
      "no-such-part",
      `expected a part of this machine as the cause, got ${component}; pick it from the list, or say the cause in words alone`,
    );
  return scored(trouble, component, tried);
}

async function standingNumber(trx: Trx, id: string, unitId: string): Promise<string> {
  const tag = await trx
    .selectFrom("standingTag")
    .select("number")
    .where("id", "=", id)
    .where("unitId", "=", unitId)
    .executeTakeFirst();
  if (tag === undefined)
    throw new Problem(409, "other-tag", "expected tags that stand on this same unit; read the page again");
  return tag.number;
}

/** Lifts a tag. The database checks that it was repaired, re-tested, is released by another, and that nothing newer stands. */
export async function releaseTag(
  db: Db,
  tagId: string,
  personId: string,
  release: z.infer<typeof releaseSchema>,
  at: Date,
): Promise<void> {
  const { number, seenPosition } = release;
  await inTurn(db, tagId, async (trx, tag) => {
    if (tag.number.toLowerCase() !== number.toLowerCase())
      throw new Problem(
        409,
        "wrong-tag",
        `this is tag ${tag.number}, you typed ${number}; return the tag that hangs on the unit`,
      );
    const detail = { number };
    const document = { by: personId, tag: tag.number, tagId, ...detail, seenPosition };
    const { unitId } = tag;
    return addStep(trx, { unitId, tagId, kind: "released", personId, at, detail, seenPosition, document });
  });
}

/** A step of one tag under its unit's lock; what the database refuses comes back as a problem a person can act on. */
async function inTurn(
  db: Db,
  tagId: string,
  work: (trx: Trx, tag: { unitId: string; number: string }) => Promise<readonly Head[]>,
): Promise<void> {
  let heads: readonly Head[] = [];
  try {
    heads = await db.transaction().execute(async (trx) => {
      const tag = await trx
        .selectFrom("tag")
        .select(["unitId", "number"])
        .where("id", "=", tagId)
        .executeTakeFirst();
      if (tag === undefined)
        throw new Problem(404, "no-tag", "expected a tag of the pool; open it from Tagged out");
      await lockUnit(trx, tag.unitId);
      return work(trx, tag);
    });
  } catch (error) {
    throw refusal(error);
  }
  noteHeads(heads);
}

/** The database's own refusals, as problems a person can act on. */
function refusal(error: unknown): unknown {
  if (!(error instanceof Error) || !("code" in error)) return error;
  if (error.code === "40001")
    return new Problem(409, "something-newer", `${error.message}; read the page again before you release`);
  if (error.code === "23514" || error.code === "23001") return new Problem(409, "not-yet", error.message);
  return error;
}
