import { randomUUID } from "node:crypto";
import { sql } from "kysely";
import { z } from "zod";
import { type Policy, policySchema } from "@/core/vocabulary/policy";
import { policyDiff } from "@/core/vocabulary/policy-diff";
import { momentOf } from "@/core/vocabulary/zone";
import type { Db, Trx } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
import { textField } from "@/server/http/text";
import { isUuid } from "@/server/http/uuid";
import { canonical, sha256 } from "@/server/ledger/chain";
import { type Head, noteHeads } from "@/server/ledger/heads";
import { appendToAll } from "@/server/units/ledger-entries";

export const policyChangeSchema = z.strictObject({
  policy: policySchema,
  /** The day it holds from, by the site's clock; null: at once. */
  holdsFrom: z.iso.date().nullable(),
  note: textField(0, "a note", 400).optional(),
});

/** Versions shown of a site. */
const mostShown = 40;

/** Sets a site's policy at once. */
export async function setPolicy(
  db: Db,
  siteId: string,
  personId: string,
  wanted: Policy,
  at: Date,
): Promise<void> {
  await writePolicy(db, siteId, personId, { policy: wanted, holdsFrom: null }, at);
}

/** Sets a site's policy at once, or from a day to come; refuses one that changes nothing. */
export async function changePolicy(
  db: Db,
  siteId: string,
  personId: string,
  wanted: z.infer<typeof policyChangeSchema>,
  at: Date,
): Promise<{ readonly holdsFrom: string }> {
  if (wanted.holdsFrom === null && policyDiff(await policyOf(db, siteId), wanted.policy).length === 0)
    throw new Problem(409, "no-change", "nothing differs from the policy that holds");
  return writePolicy(db, siteId, personId, wanted, at);
}

/**
 * Sets a site's policy at once, or from a day to come. Holding, it enters the ledger of every unit there: what was answered
 * under the old one is asked again.
 */
async function writePolicy(
  db: Db,
  siteId: string,
  personId: string,
  { policy: wanted, holdsFrom, note }: z.infer<typeof policyChangeSchema>,
  at: Date,
): Promise<{ readonly holdsFrom: string }> {
  const policy = policySchema.parse(wanted);
  const heads: Head[] = [];
  const from = await db.transaction().execute(async (trx) => {
    const site = await trx
      .selectFrom("site")
      .select("timeZone")
      .where("id", "=", siteId)
      .forNoKeyUpdate()
      .executeTakeFirst();
    if (site === undefined) throw new Problem(404, "no-site", `expected a site, got ${siteId}`);
    const later = holdsFrom === null ? undefined : new Date(momentOf(Date.parse(holdsFrom), site.timeZone));
    const holds = later !== undefined && later > at ? later : at;
    const id = randomUUID();
    await trx
      .insertInto("policyVersion")
      .values({
        ...{
          id,
          siteId,
          policy: JSON.stringify(policy),
          note: note === undefined || note === "" ? null : note,
        },
        ...{ holdsFrom: holds, setBy: personId, setAt: at },
      })
      .execute();
    if (holds === at) heads.push(...(await putInForce(trx, siteId, id, policy, personId, at)));
    return holds;
  });
  noteHeads(heads);
  return { holdsFrom: from.toISOString() };
}

async function putInForce(
  trx: Trx,
  siteId: string,
  versionId: string,
  policy: Policy,
  by: string,
  at: Date,
): Promise<readonly Head[]> {
  const units = await trx.selectFrom("unit").select("id").where("siteId", "=", siteId).execute();
  const document = { by, siteId, policy, policyHash: sha256(canonical(policy)) };
  const written = await appendToAll(
    trx,
    units.map((u) => u.id),
    { kind: "policy", at, document },
  );
  await trx
    .updateTable("site")
    .set({ policy: JSON.stringify(policy) })
    .where("id", "=", siteId)
    .execute();
  await trx.insertInto("policySettled").values({ versionId, kind: "in_force", byPerson: by, at }).execute();
  return written;
}

/** Puts in force what was to hold from a day that has come; of several of one site the one that was set last. */
export async function policiesThatCame(db: Db, at: Date): Promise<void> {
  const due = await waiting(db).where("v.holdsFrom", "<=", at).execute();
  for (const { id, siteId } of due) {
    const heads = await db.transaction().execute(async (trx): Promise<readonly Head[]> => {
      await trx.selectFrom("site").select("id").where("id", "=", siteId).forNoKeyUpdate().execute();
      const still = await waiting(trx).where("v.id", "=", id).executeTakeFirst();
      return still === undefined ? [] : putInForce(trx, siteId, id, still.policy, still.setBy, at);
    });
    noteHeads(heads);
  }
}

const waiting = (db: Db | Trx) =>
  db
    .selectFrom("policyVersion as v")
    .leftJoin("policySettled as s", "s.versionId", "v.id")
    .select(["v.id", "v.siteId", "v.policy", "v.setBy"])
    .where("s.versionId", "is", null)
    .orderBy("v.holdsFrom")
    .orderBy("v.no");

/** Takes back a policy that was to hold from a later day. */
export async function withdrawPolicy(
  db: Db,
  siteId: string,
  id: string,
  personId: string,
  at: Date,
): Promise<void> {
  await db.transaction().execute(async (trx) => {
    await trx.selectFrom("site").select("id").where("id", "=", siteId).forNoKeyUpdate().execute();
    const known = isUuid(id)
      ? await waiting(trx).where("v.id", "=", id).where("v.siteId", "=", siteId).executeTakeFirst()
      : undefined;
    if (known === undefined)
      throw new Problem(404, "no-policy", "expected a policy of this site that does not hold yet");
    await trx
      .insertInto("policySettled")
      .values({ versionId: id, kind: "withdrawn", byPerson: personId, at })
      .execute();
  });
}

/** The policy a unit goes by, in a query that has its site and the unit by these names. */
export const policyOfUnit = (site: "s" | "t", unit: "u") =>
  sql<Policy>`policy_for(${sql.ref(`${site}.policy`)}, ${sql.ref(`${unit}.family`)})`.as("policy");

/** The policy a site goes by. */
export async function policyOf(db: Db, siteId: string): Promise<Policy> {
  const site = await db
    .selectFrom("site")
    .select("policy")
    .where("id", "=", siteId)
    .executeTakeFirstOrThrow();
  return site.policy;
}

/** The policies of a site, the latest first, and what became of each. */
export const policyVersions = (db: Db, siteId: string) =>
  db
    .selectFrom("policyVersion as v")
    .innerJoin("person as p", "p.id", "v.setBy")
    .leftJoin("policySettled as s", "s.versionId", "v.id")
    .select(["v.id", "v.policy", "v.note", "v.holdsFrom", "v.setAt", "p.name as by", "s.kind", "s.at"])
    .where("v.siteId", "=", siteId)
    .orderBy("v.no", "desc")
    .limit(mostShown)
    .execute();
