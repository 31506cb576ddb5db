import { z } from "zod";
import { overTls } from "@/server/config";
import { database } from "@/server/database/database";
import { addressOf } from "@/server/http/address";
import { Problem } from "@/server/http/problem";
import { auth, loginOf } from "./auth";
import { knownTablet, tabletCookie } from "./known-tablet";
import { type Counter, countTry, forgetTries } from "./wrong-tries";

export const signInSchema = z.strictObject({
  badge: z
    .string()
    .trim()
    .regex(/^[0-9]{3,8}$/, "a badge number is 3 to 8 digits"),
  pin: z.string().regex(/^[0-9]{4,12}$/, "a PIN is 4 to 12 digits"),
});

/** Whoever comes from one address may be a whole yard behind one router, and a badge is mistyped on many tablets. */
const freeOfMany = 20;

/**
 * What a try is counted by. On a tablet somebody has signed in on: by badge there, and by badge on all such tablets, since
 * whoever has a badge can make themselves as many as they like. Elsewhere: by badge among all strangers, and by address,
 * whatever badges it tries. So strangers never make a known tablet wait.
 */
function countersOf(
  badge: string,
  headers: Headers,
): { readonly own: string; readonly shared: readonly Counter[] } {
  const tablet = knownTablet(headers);
  return tablet === undefined
    ? {
        own: `badge ${badge} of strangers`,
        shared: [{ key: `address ${addressOf(headers)}`, alsoFree: freeOfMany }],
      }
    : {
        own: `badge ${badge} on ${tablet}`,
        shared: [{ key: `badge ${badge} on known tablets`, alsoFree: freeOfMany }],
      };
}

/**
 * Signs a person in; gives who it is and the headers that set the session cookie. A wrong PIN makes the next try wait
 * longer, and a right one ends the session before it.
 */
export async function signIn(
  credentials: z.infer<typeof signInSchema>,
  headers: Headers,
  at: Date,
): Promise<{
  readonly person: { readonly id: string; readonly name: string };
  readonly headers: Headers;
  /** They came by a code that was handed to them, and choose a PIN first. */
  readonly choosePin: boolean;
}> {
  const db = database();
  const { badge, pin } = credentials;
  const { own, shared } = countersOf(badge, headers);
  const counted = await countTry(db, [{ key: own }, ...shared], at);
  if ("leftS" in counted)
    throw new Problem(429, "wait", `too many wrong PINs; wait ${counted.leftS} s and try again`, {
      retryAfterS: counted.leftS,
    });
  const response = await auth().api.signInEmail({
    body: { email: loginOf(badge), password: pin },
    headers,
    asResponse: true,
  });
  if (!response.ok) {
    const waitS = counted.nextS;
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
    .selectFrom("person as p")
    .leftJoin("pinCode as c", "c.personId", "p.id")
    .select(["p.id", "p.name", "p.active", "c.expiresAt"])
    .where("p.badge", "=", badge)
    .executeTakeFirst();
  if (person?.active !== true)
    throw new Problem(403, "not-active", "this badge is no longer in use; ask the owner");
  if (person.expiresAt !== null && person.expiresAt <= at)
    throw new Problem(403, "code-expired", "this code was good for two days; ask the owner for a new one");
  await forgetTries(db, { own, shared: shared.map(({ key }) => key) }, at);
  await endSession(headers);
  const set = new Headers();
  for (const cookie of response.headers.getSetCookie()) set.append("set-cookie", cookie);
  if (knownTablet(headers) === undefined) set.append("set-cookie", tabletCookie(overTls()));
  const { id, name, expiresAt } = person;
  return { person: { id, name }, headers: set, choosePin: expiresAt !== null };
}

/** The session a tablet still had: whoever had it is not signed in there any more. */
async function endSession(headers: Headers): Promise<void> {
  if ((await auth().api.getSession({ headers })) !== null) await auth().api.signOut({ headers });
}
