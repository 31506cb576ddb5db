import { randomUUID } from "node:crypto";
import { z } from "zod";
import { shownKinds } from "@/contract/staff";
import type { Db } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
import { textField } from "@/server/http/text";
import { secondPerson, secondSchema } from "./pin";
import { mayAt, personById, type SignedIn } from "./session";

/** What was shown of a model, and the second signature: of whoever is at the tablet and not signed in on it. */
export const shownSchema = z.strictObject({
  /** All of it is owed: a part of it is no familiarisation. */
  shown: z.array(z.enum(shownKinds)).refine((all) => new Set(all).size === shownKinds.length, {
    message:
      "expected all of it shown: instructions and warnings, features, controls, safety devices, emergency lowering",
  }),
  note: textField(0, "a note", 1000),
  signs: secondSchema,
});

export const familiarSchema = shownSchema.extend({ sheetId: z.string().min(1).max(120) });

/**
 * Records that somebody was made familiar with a model, signed by both: one is signed in, the other signs beside them with
 * badge and PIN. Whichever of the two `personId` is was shown it; the other showed it, and must be one who may.
 */
export async function makeFamiliar(
  db: Db,
  personId: string,
  siteId: string,
  { sheetId, shown, note, signs }: z.infer<typeof familiarSchema>,
  signedIn: Pick<SignedIn, "id">,
  at: Date,
): Promise<void> {
  const second = await secondPerson(db, signs, at);
  const givenBy = signedIn.id === personId ? second.id : signedIn.id;
  if (givenBy === personId || (second.id !== personId && signedIn.id !== personId))
    throw new Problem(
      403,
      "second-person",
      "expected both to sign: whoever was shown the model, and somebody else who showed it",
    );
  const shows = await personById(db, givenBy);
  if (shows === undefined || !mayAt(shows, "familiarise", siteId))
    throw new Problem(
      403,
      "no-right",
      "expected the one who showed it to be a supervisor, technician, trainer or owner of this site",
    );
  const sheet = await db.selectFrom("sheet").select("id").where("id", "=", sheetId).executeTakeFirst();
  if (sheet === undefined)
    throw new Problem(404, "no-sheet", `expected a sheet of this yard, got ${sheetId}`);
  await db.transaction().execute((trx) =>
    trx
      .insertInto("familiarisation")
      .values({
        ...{ id: randomUUID(), personId, siteId, sheetId, shown: JSON.stringify(shown) },
        ...{ note: note === "" ? null : note, givenBy, at },
      })
      .execute(),
  );
}
