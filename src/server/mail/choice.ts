import { randomBytes } from "node:crypto";
import { z } from "zod";
import { languages } from "@/contract/display";
import type { ToldKind } from "@/core/shift/telling";
import type { Db } from "@/server/database/database";
import { Problem } from "@/server/http/problem";

const minuteOfDay = z.number().int().min(0).max(1439);

export const mailChoiceSchema = z.strictObject({
  address: z.email("expected an address such as name@yard.example").max(254),
  digest: z.boolean(),
  tag: z.boolean(),
  quiet: z.strictObject({ fromMin: minuteOfDay, untilMin: minuteOfDay }).nullable(),
  language: z.enum(languages),
});

export interface MailChoice {
  readonly address: string;
  readonly digest: boolean;
  readonly tag: boolean;
  readonly quiet: { readonly fromMin: number; readonly untilMin: number } | null;
}

/** What somebody is told by mail; undefined where nothing is. */
export async function mailChoiceOf(db: Db, personId: string): Promise<MailChoice | undefined> {
  const row = await db
    .selectFrom("mailChoice")
    .select(["address", "digest", "tag", "quietFrom", "quietUntil"])
    .where("personId", "=", personId)
    .executeTakeFirst();
  if (row === undefined) return undefined;
  const { quietFrom, quietUntil, ...choice } = row;
  const quiet =
    quietFrom === null || quietUntil === null ? null : { fromMin: quietFrom, untilMin: quietUntil };
  return { ...choice, quiet };
}

/** Says what somebody is told by mail, and where. */
export async function chooseMail(
  db: Db,
  personId: string,
  { quiet, ...choice }: z.infer<typeof mailChoiceSchema>,
  at: Date,
): Promise<void> {
  const said = {
    ...choice,
    quietFrom: quiet?.fromMin ?? null,
    quietUntil: quiet?.untilMin ?? null,
    setAt: at,
  };
  await db
    .insertInto("mailChoice")
    .values({ personId, ...said, stopSecret: randomBytes(24).toString("base64url") })
    .onConflict((oc) => oc.column("personId").doUpdateSet(said))
    .execute();
}

/** Nothing more by mail: the address goes, and what was still to be sent. */
export async function stopMail(db: Db, personId: string): Promise<void> {
  await db.deleteFrom("mailOut").where("personId", "=", personId).execute();
  await db.deleteFrom("mailChoice").where("personId", "=", personId).execute();
}

/** Whose link this is, and which kinds it still sends. */
export async function stopLink(db: Db, secret: string) {
  return db
    .selectFrom("mailChoice as c")
    .innerJoin("person as p", "p.id", "c.personId")
    .select(["c.personId", "c.digest", "c.tag", "p.name"])
    .where("c.stopSecret", "=", secret)
    .executeTakeFirst();
}

export const stopSchema = z.strictObject({ kind: z.enum(["digest", "tag"]) });

/** Stops one kind by the link of a mail; what was still to be sent of it goes. */
export async function stopByLink(db: Db, secret: string, kind: ToldKind): Promise<void> {
  const choice = await stopLink(db, secret);
  if (choice === undefined)
    throw new Problem(
      404,
      "no-mail",
      "expected the link of a mail that is still sent; it is old, or nothing is sent",
    );
  await db
    .updateTable("mailChoice")
    .set(kind === "digest" ? { digest: false } : { tag: false })
    .where("stopSecret", "=", secret)
    .execute();
  await db
    .deleteFrom("mailOut")
    .where("personId", "=", choice.personId)
    .where("kind", "=", kind)
    .where("sentAt", "is", null)
    .execute();
}
