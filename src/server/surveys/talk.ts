import { z } from "zod";
import type { TalkSigned } from "@/contract/survey";
import type { Db } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
import { textField } from "@/server/http/text";
import { isUuid } from "@/server/http/uuid";
import { append, lockUnit } from "@/server/ledger/append";
import { noteHeads } from "@/server/ledger/heads";
import { together } from "@/server/ledger/texts";
import { rowShown, surveyRows } from "./rows";

/** Those of one crew, and their visitors. */
const mostSigned = 60;

export const talkSchema = z.strictObject({
  id: z.uuid(),
  name: textField(2, "the name of whoever heard the talk", 80),
  /** Strokes as an SVG path, where it was drawn. */
  path: z
    .string()
    .max(20_000)
    .regex(/^[MLQCZ0-9 .,-]*$/i, "expected the strokes as an SVG path")
    .optional(),
});

/**
 * Records that somebody has heard the pre-start talk and signed it: of a survey in effect alone, since a talk of one that
 * is over tells limits that no longer hold. The same signature twice is one.
 */
export async function signTalk(
  db: Db,
  surveyId: string,
  { id, name, path }: z.infer<typeof talkSchema>,
  byPerson: string,
  at: Date,
): Promise<void> {
  const { unitId } = await surveyOf(db, surveyId);
  const heads = await db.transaction().execute(async (trx) => {
    await lockUnit(trx, unitId);
    const row = await surveyRows(trx).where("v.id", "=", surveyId).executeTakeFirstOrThrow();
    const { inEffect, tests } = rowShown(row, at);
    const signed = await trx
      .selectFrom("talkSignature")
      .select("id")
      .where("surveyId", "=", surveyId)
      .execute();
    if (signed.some((one) => one.id === id)) return [];
    if (!inEffect || tests)
      throw new Problem(
        409,
        "survey-over",
        "expected a survey that allows the work and is not over; survey the place again and talk about that",
      );
    if (signed.length >= mostSigned)
      throw new Problem(409, "too-many", `expected at most ${mostSigned} signatures under one talk`);
    const document = { by: byPerson, surveyId, signature: { name, ...(path && { path }) } };
    const written = await append(trx, unitId, [{ unitId, kind: "talk_signed", subjectId: id, at, document }]);
    const [head] = written;
    if (head === undefined) throw new Error("expected an entry of the unit's ledger");
    await trx
      .insertInto("talkSignature")
      .values({ id, surveyId, unitId, ledgerPosition: head.position, byPerson, at })
      .execute();
    return written;
  });
  noteHeads(heads);
}

/** The unit of a survey and its site; a problem where there is no such survey. */
export async function surveyOf(db: Db, surveyId: string) {
  const survey = isUuid(surveyId)
    ? await db
        .selectFrom("survey as v")
        .innerJoin("unit as u", "u.id", "v.unitId")
        .select(["v.unitId", "u.siteId"])
        .where("v.id", "=", surveyId)
        .executeTakeFirst()
    : undefined;
  if (survey === undefined) throw new Problem(404, "no-survey", "expected a survey of a unit");
  return survey;
}

const kept = z.object({
  document: z.object({
    signature: z.object({ name: z.string(), path: z.string().optional() }).optional(),
  }),
});

/** Who has signed the talk of a survey, as the ledger has it; without a name where that was erased. */
export async function talkSigned(db: Db, surveyId: string): Promise<readonly TalkSigned[]> {
  const rows = await db
    .selectFrom("talkSignature as t")
    .innerJoin("ledgerEntry as e", (join) =>
      join.onRef("e.unitId", "=", "t.unitId").onRef("e.position", "=", "t.ledgerPosition"),
    )
    .select(["t.id", "t.at", "e.body"])
    .where("t.surveyId", "=", surveyId)
    .orderBy("t.ledgerPosition")
    .execute();
  return Promise.all(
    rows.map(async ({ id, at, body }) => {
      const { document } = kept.parse(await together(db, JSON.parse(body)));
      return { id, atMs: at.getTime(), name: document.signature?.name ?? "", path: document.signature?.path };
    }),
  );
}
