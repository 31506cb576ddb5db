import { randomInt, randomUUID } from "node:crypto";
import { hashPassword, verifyPassword } from "better-auth/crypto";
import { z } from "zod";
import type { Db, Trx } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
import { type Counter, countTry, forgetTries } from "./wrong-tries";

export const pinSchema = z.string().regex(/^[0-9]{4,12}$/, "a PIN is 4 to 12 digits");

/** A code that is handed over is good for so long. */
const codeHours = 48;
const codeDigits = 8;

/** PINs anybody tries first. */
const isEasy = (pin: string): boolean =>
  /^(\d)\1+$/.test(pin) || "01234567890123456789".includes(pin) || "98765432109876543210".includes(pin);

/** Refuses a PIN that is guessed at once. */
export function requireGoodPin(pin: string, badge: string): void {
  if (isEasy(pin) || pin === badge)
    throw new Problem(
      400,
      "easy-pin",
      "expected a PIN that is not one digit over and over, not in a row, and not the badge number",
    );
}

/** Writes a person's own PIN. */
export async function writePin(
  trx: Trx,
  personId: string,
  pin: string,
  by: string | null,
  at: Date,
): Promise<void> {
  const hash = await hashPassword(pin);
  await trx
    .insertInto("pinChange")
    .values({
      ...{ id: randomUUID(), personId, kind: "own", hash, byPerson: by },
      ...{ siteId: null, at, expiresAt: null },
    })
    .execute();
}

/**
 * Makes a code for somebody who is new or has forgotten their PIN: shown once to the owner, who hands it over. It opens
 * nothing but the choice of a PIN of their own, and ends what they were signed in on.
 */
export async function writeCode(
  trx: Trx,
  personId: string,
  siteId: string,
  by: string,
  at: Date,
): Promise<{ readonly code: string; readonly until: string }> {
  const code = `${randomInt(10 ** (codeDigits - 1), 10 ** codeDigits)}`;
  const expiresAt = new Date(at.getTime() + codeHours * 3_600_000);
  const hash = await hashPassword(code);
  await trx
    .insertInto("pinChange")
    .values({ id: randomUUID(), personId, kind: "code", hash, byPerson: by, siteId, at, expiresAt })
    .execute();
  return { code, until: expiresAt.toISOString() };
}

export const ownPinSchema = z.strictObject({ pin: pinSchema });

/** Somebody who signed in by a code chooses their own PIN. */
export async function chooseOwnPin(
  db: Db,
  person: { readonly id: string; readonly badge: string },
  pin: string,
  at: Date,
): Promise<void> {
  requireGoodPin(pin, person.badge);
  await db.transaction().execute((trx) => writePin(trx, person.id, pin, person.id, at));
}

export const secondSchema = z.strictObject({
  badge: z.string().regex(/^[0-9]{3,8}$/, "a badge number is 3 to 8 digits"),
  pin: pinSchema,
});

/**
 * A second person at the same screen, who shows who they are by badge and PIN and signs nothing else by it. Wrong PINs make
 * the next try wait, as they do when signing in.
 */
export async function secondPerson(
  db: Db,
  { badge, pin }: z.infer<typeof secondSchema>,
  at: Date,
): Promise<{ readonly id: string; readonly name: string }> {
  const own: Counter = { key: `badge ${badge} as second` };
  const counted = await countTry(db, [own], at);
  if ("leftS" in counted)
    throw new Problem(429, "wait", `too many wrong PINs; wait ${counted.leftS} s and try again`, {
      retryAfterS: counted.leftS,
    });
  const person = await db
    .selectFrom("person")
    .select(["id", "name"])
    .where("badge", "=", badge)
    .where("active", "=", true)
    .where("id", "not in", db.selectFrom("pinCode").select("personId"))
    .executeTakeFirst();
  const hash = person === undefined ? undefined : await pinHash(db, person.id);
  if (person === undefined || hash === undefined || !(await verifyPassword({ hash, password: pin })))
    throw new Problem(
      403,
      "wrong-second",
      "the second person's badge and PIN do not match; they type it again",
    );
  await forgetTries(db, { own: own.key, shared: [] }, at);
  return person;
}

async function pinHash(db: Db, personId: string): Promise<string | undefined> {
  const rows = db as unknown as import("kysely").Kysely<Record<string, Record<string, unknown>>>;
  const account = await rows
    .selectFrom("authAccount")
    .select("password")
    .where("userId", "=", personId)
    .where("providerId", "=", "credential")
    .executeTakeFirst();
  const hash = account?.["password"];
  return typeof hash === "string" ? hash : undefined;
}
