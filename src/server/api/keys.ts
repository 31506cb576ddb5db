import { randomBytes, randomUUID } from "node:crypto";
import { z } from "zod";
import type { Db } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
import { sha256 } from "@/server/ledger/chain";

/** The demo's key, printed at its start and written in the README: it opens invented data only. */
export const demoKey = "rk_demo_low_meadow_6f1d94c2";

export const newKeySchema = z.strictObject({ name: z.string().trim().min(1).max(80) });

/** Makes a key for a site. It is shown this once: only its hash is kept. */
export async function makeKey(
  db: Db,
  siteId: string,
  name: string,
  personId: string | null,
  at: Date,
  key = `rk_${randomBytes(24).toString("base64url")}`,
): Promise<{ readonly id: string; readonly key: string }> {
  const id = randomUUID();
  const shown = `${key.slice(0, 7)}…${key.slice(-4)}`;
  await db.transaction().execute((trx) =>
    trx
      .insertInto("apiKey")
      .values({ id, siteId, name, shown, hash: sha256(key), madeBy: personId, madeAt: at })
      .execute(),
  );
  return { id, key };
}

export async function revokeKey(db: Db, siteId: string, id: string, at: Date): Promise<void> {
  const row = await db
    .transaction()
    .execute((trx) =>
      trx
        .updateTable("apiKey")
        .set({ revokedAt: at })
        .where("id", "=", id)
        .where("siteId", "=", siteId)
        .where("revokedAt", "is", null)
        .returning("id")
        .executeTakeFirst(),
    );
  if (row === undefined) throw new Problem(404, "no-key", "expected a key of this site that is in use");
}

export const keysOf = (db: Db, siteId: string) =>
  db
    .selectFrom("apiKey as k")
    .leftJoin("person as p", "p.id", "k.madeBy")
    .select(["k.id", "k.name", "k.shown", "k.madeAt", "k.revokedAt", "k.lastUsedAt", "p.name as by"])
    .where("k.siteId", "=", siteId)
    .orderBy("k.madeAt")
    .execute();

/** The site a request's bearer key speaks for. Throws a 401 problem for none, a wrong one or a revoked one. */
export async function siteOfKey(db: Db, headers: Headers, at: Date): Promise<string> {
  const [scheme, key] = (headers.get("authorization") ?? "").split(" ");
  if (scheme?.toLowerCase() !== "bearer" || key === undefined || key === "") {
    throw new Problem(
      401,
      "no-key",
      "expected a header `Authorization: Bearer rk_...`; an owner makes a key in Settings",
    );
  }
  const row = await db
    .selectFrom("apiKey")
    .select(["id", "siteId", "lastUsedAt"])
    .where("hash", "=", sha256(key))
    .where("revokedAt", "is", null)
    .executeTakeFirst();
  if (row === undefined) {
    throw new Problem(401, "wrong-key", "this key is not known or was revoked; ask the owner for another");
  }
  if (row.lastUsedAt === null || at.getTime() - row.lastUsedAt.getTime() > 60_000) {
    await db.updateTable("apiKey").set({ lastUsedAt: at }).where("id", "=", row.id).execute();
  }
  return row.siteId;
}
