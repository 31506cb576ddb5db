import { sql } from "kysely";
import { z } from "zod";
import type { Db } from "@/server/database/database";
import { Problem } from "@/server/http/problem";

export const revokeSchema = z.strictObject({ why: z.string().trim().min(3).max(200) });

/** Devices on which somebody of a site has a key, the one used for longest first. */
export async function devicesOf(db: Db, siteId: string) {
  const rows = await db
    .selectFrom("deviceKey as k")
    .innerJoin("person as p", "p.id", "k.personId")
    .leftJoin("deviceRevocation as r", "r.deviceId", "k.deviceId")
    .leftJoin("person as by", "by.id", "r.revokedBy")
    .select(["k.deviceId", "p.name", "k.registeredAt", "r.revokedAt", "r.why", "by.name as revokedBy"])
    .where("p.id", "in", (eb) => eb.selectFrom("personRole").select("personId").where("siteId", "=", siteId))
    .orderBy("k.registeredAt")
    .execute();
  const devices = new Map<string, { names: string[]; since: Date; revoked?: Revoked }>();
  for (const { deviceId, name, registeredAt, revokedAt, why, revokedBy } of rows) {
    const known = devices.get(deviceId) ?? {
      names: [],
      since: registeredAt,
      ...(revokedAt === null ? {} : { revoked: { at: revokedAt, why: why ?? "", by: revokedBy ?? "" } }),
    };
    if (!known.names.includes(name)) known.names.push(name);
    devices.set(deviceId, known);
  }
  return [...devices].map(([id, device]) => ({ id, ...device }));
}

interface Revoked {
  readonly at: Date;
  readonly why: string;
  readonly by: string;
}

/**
 * Revokes a device of a site's people: what it still sends waits for a person, except what tags out. It stays revoked;
 * one that is found again is set up anew under another name. Whoever has a key on it is signed out everywhere.
 */
export async function revokeDevice(
  db: Db,
  siteId: string,
  deviceId: string,
  personId: string,
  why: string,
  at: Date,
): Promise<void> {
  if (!(await devicesOf(db, siteId)).some((device) => device.id === deviceId))
    throw new Problem(404, "no-device", "expected a tablet somebody of this site has signed in on");
  await db.transaction().execute(async (trx) => {
    const revoked = await trx
      .insertInto("deviceRevocation")
      .values({ deviceId, revokedBy: personId, revokedAt: at, why })
      .onConflict((oc) => oc.doNothing())
      .returning("deviceId")
      .executeTakeFirst();
    if (revoked === undefined) throw new Problem(409, "no-change", "this tablet has been revoked already");
    // Which of their sessions is on that tablet nobody can tell: they sign in again where they are.
    await sql`
      DELETE FROM auth_session WHERE user_id IN
        (SELECT person_id::text FROM device_key WHERE device_id = ${deviceId})`.execute(trx);
  });
}
