import { z } from "zod";
import { freeTries, waitAfterS } from "@/contract/session";
import { type Db, database } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
import { auth, loginOf } from "./auth";

export const signInSchema = z.strictObject({
  badge: z
    .string()
    .trim()
    .regex(/^[0-9]{3,8}$/, "a badge number is 3 to 8 digits"),
  pin: z.string().regex(/^[0-9]{4,12}$/, "a PIN is 4 to 12 digits"),
});

/**
 * Signs a person in; gives who it is and the headers that set the session cookie. A wrong PIN makes the next try wait
 * longer.
 */
export async function signIn(
  credentials: z.infer<typeof signInSchema>,
  headers: Headers,
  at: Date,
): Promise<{ readonly person: { readonly id: string; readonly name: string }; readonly headers: Headers }> {
  const db = database();
  const { badge, pin } = credentials;
  // The failure is counted before the PIN is tried, so that tries made at once all count.
  const counted = await countFailure(db, badge, at);
  const response = await auth().api.signInEmail({
    body: { email: loginOf(badge), password: pin },
    headers,
    asResponse: true,
  });
  if (!response.ok) {
    const waitS = waitAfterS(counted);
    throw new Problem(
      401,
      "wrong-pin",
      waitS > 0
        ? `badge and PIN do not match; wait ${waitS} s before the next try`
        : "badge and PIN do not match; try again",
      { retryAfterS: waitS },
    );
  }
  const person = await db
    .selectFrom("person")
    .select(["id", "name", "active"])
    .where("badge", "=", badge)
    .executeTakeFirst();
  if (person?.active !== true)
    throw new Problem(403, "not-active", "this badge is no longer in use; ask the owner");
  await db.deleteFrom("signInDelay").where("badge", "=", badge).execute();
  const set = new Headers();
  for (const cookie of response.headers.getSetCookie()) set.append("set-cookie", cookie);
  return { person: { id: person.id, name: person.name }, headers: set };
}

async function countFailure(db: Db, badge: string, at: Date): Promise<number> {
  return db.transaction().execute(async (trx) => {
    await trx
      .insertInto("signInDelay")
      .values({ badge, failures: 0, lastFailureAt: at })
      .onConflict((oc) => oc.column("badge").doNothing())
      .execute();
    const delay = await trx
      .selectFrom("signInDelay")
      .selectAll()
      .where("badge", "=", badge)
      .forUpdate()
      .executeTakeFirstOrThrow();
    const leftS = Math.ceil(
      (delay.lastFailureAt.getTime() + waitAfterS(delay.failures) * 1000 - at.getTime()) / 1000,
    );
    if (delay.failures >= freeTries && leftS > 0) {
      throw new Problem(429, "wait", `too many wrong PINs for this badge; wait ${leftS} s and try again`, {
        retryAfterS: leftS,
      });
    }
    const failures = delay.failures + 1;
    await trx
      .updateTable("signInDelay")
      .set({ failures, lastFailureAt: at })
      .where("badge", "=", badge)
      .execute();
    return failures;
  });
}
