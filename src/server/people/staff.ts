import { randomUUID } from "node:crypto";
import { z } from "zod";
import type { StaffDetail, StaffEventKind } from "@/contract/staff";
import { families } from "@/core/vocabulary/families";
import type { Db, Trx } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
import { textField } from "@/server/http/text";
import { certificateOf } from "./certificates";
import { writeCode } from "./pin";
import { roles } from "./roles";

export const badgeSchema = z.string().regex(/^[0-9]{3,8}$/, "a badge number is 3 to 8 digits");
export const nameSchema = textField(2, "a name", 80);

export const newPersonSchema = z.strictObject({
  badge: badgeSchema,
  name: nameSchema,
  roles: z.array(z.enum(roles)).min(1, "expected at least one role").max(roles.length),
});

export const trainingSchema = z.strictObject({
  family: z.enum(families),
  licence: textField(2, "the number of the licence or card", 60),
  until: z.iso.date(),
  /** The number of the certificate. */
  document: textField(0, "the number of the certificate", 120),
  /** The certificate itself, sent before. */
  documentId: z.uuid().nullable().default(null),
});

export const staffChangeSchema = z.discriminatedUnion("kind", [
  z.strictObject({ kind: z.literal("role_given"), role: z.enum(roles) }),
  z.strictObject({ kind: z.literal("role_taken"), role: z.enum(roles) }),
  z.strictObject({ kind: z.literal("trained"), ...trainingSchema.shape }),
  z.strictObject({
    kind: z.literal("training_ended"),
    family: z.enum(families),
    why: textField(3, "why", 400),
  }),
  z.strictObject({ kind: z.literal("left"), why: textField(0, "why", 400) }),
  z.strictObject({ kind: z.literal("returned"), roles: z.array(z.enum(roles)).min(1).max(roles.length) }),
  z.strictObject({ kind: z.literal("code") }),
]);

export type StaffChange = z.infer<typeof staffChangeSchema>;

/** Whether a trainer or supervisor may make a change; all others are the owner's. */
export const isTraining = ({ kind }: StaffChange): boolean => kind === "trained" || kind === "training_ended";

/** A code to hand over, shown once. */
export interface Handed {
  readonly code: string;
  readonly until: string;
}

/** Adds one record of somebody's place at a site; the database applies it, by its own rules. */
export async function addStaffEvent(
  trx: Trx,
  personId: string,
  siteId: string,
  kind: StaffEventKind,
  detail: StaffDetail,
  by: string | null,
  at: Date,
): Promise<void> {
  await trx
    .insertInto("staffEvent")
    .values({ id: randomUUID(), personId, siteId, kind, detail: JSON.stringify(detail), byPerson: by, at })
    .execute();
}

/** A new person at a site, with their roles and a code to choose a PIN with. */
export async function addPerson(
  db: Db,
  siteId: string,
  wanted: z.infer<typeof newPersonSchema>,
  by: string,
  at: Date,
): Promise<Handed & { readonly id: string }> {
  const id = randomUUID();
  const { badge, name } = wanted;
  return db.transaction().execute(async (trx) => {
    await requireFreeBadge(trx, badge);
    await addStaffEvent(trx, id, siteId, "joined", { badge, name }, by, at);
    for (const role of new Set(wanted.roles))
      await addStaffEvent(trx, id, siteId, "role_given", { role }, by, at);
    return { id, ...(await writeCode(trx, id, siteId, by, at)) };
  });
}

export async function requireFreeBadge(trx: Trx, badge: string): Promise<void> {
  const known = await trx.selectFrom("person").select("name").where("badge", "=", badge).executeTakeFirst();
  if (known !== undefined)
    throw new Problem(
      409,
      "badge-taken",
      `badge ${badge} is ${known.name}'s; expected a number of their own`,
    );
}

/** Changes somebody's place at a site: roles, training, a new code, leaving and coming back. */
export async function changeStaff(
  db: Db,
  personId: string,
  siteId: string,
  change: StaffChange,
  by: string,
  at: Date,
): Promise<Partial<Handed>> {
  if (personId === by)
    throw new Problem(
      403,
      "not-oneself",
      "expected somebody else: nobody changes their own roles, training or code",
    );
  return db.transaction().execute(async (trx) => {
    const { kind } = change;
    const person = await trx
      .selectFrom("person")
      .select("active")
      .where("id", "=", personId)
      .executeTakeFirst();
    if (person === undefined) throw new Problem(404, "no-person", "expected somebody of this site");
    if (kind === "code") return writeCode(trx, personId, siteId, by, at);
    if (kind === "returned") {
      await addStaffEvent(trx, personId, siteId, "returned", {}, by, at);
      for (const role of change.roles)
        await addStaffEvent(trx, personId, siteId, "role_given", { role }, by, at);
      return writeCode(trx, personId, siteId, by, at);
    }
    if (kind === "trained" && change.documentId !== null)
      if ((await certificateOf(trx, personId, change.documentId)) === undefined)
        throw new Problem(400, "bad-input", "documentId: expected a document of this person; send it again");
    await addStaffEvent(trx, personId, siteId, kind, detailOf(change), by, at);
    return {};
  });
}

/** What a record of a change says, besides its kind; a day stands for its end. */
function detailOf(change: Exclude<StaffChange, { readonly kind: "code" | "returned" }>): StaffDetail {
  const { kind: _, ...detail } = change;
  return "until" in detail ? { ...detail, until: `${detail.until}T23:59:59.000Z` } : detail;
}
