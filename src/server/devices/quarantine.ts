import { randomUUID } from "node:crypto";
import { sql } from "kysely";
import { z } from "zod";
import type { Db } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
import { ingest } from "@/server/inspections/ingest";
import { byMaker, makersIn } from "@/server/inspections/makers";
import { findInspection } from "@/server/inspections/model";
import { sha256 } from "@/server/ledger/chain";
import { namesOf } from "@/server/people/names";
import { signedBatch } from "./signed-events";

const batch = z.object({ events: z.array(z.unknown()) });

/** Keeps what a revoked device sent until somebody judges it. The same twice is one. */
export async function quarantine(
  db: Db,
  inspectionId: string,
  deviceId: string,
  body: unknown,
  at: Date,
): Promise<void> {
  // As JSON writes it, not as a store would have it: what no store takes waits here too.
  const text = JSON.stringify(body);
  await db
    .insertInto("quarantine")
    .values({
      id: randomUUID(),
      inspectionId,
      deviceId,
      body: text,
      hash: sha256(text),
      receivedAt: at,
      decidedBy: null,
      decidedAt: null,
      taken: null,
    })
    .onConflict((oc) => oc.doNothing())
    .execute();
}

/** What waits about units of a site. */
const waitingAt = (db: Db, siteId: string) =>
  db
    .selectFrom("quarantine as q")
    .innerJoin("inspection as i", "i.id", "q.inspectionId")
    .innerJoin("unit as u", "u.id", "i.unitId")
    .innerJoin("person as p", "p.id", "i.personId")
    .where("u.siteId", "=", siteId)
    .where("q.decidedAt", "is", null);

/** What revoked devices have sent about units of a site and nobody has judged yet, oldest first. */
export async function waitingOf(db: Db, siteId: string) {
  const rows = await waitingAt(db, siteId)
    .select(["q.id", "q.deviceId", "q.receivedAt", "q.body", "u.plate", "p.name", "i.personId as begunBy"])
    .orderBy("q.receivedAt")
    .limit(200)
    .execute();
  const read = rows.map(({ body, begunBy, ...row }) => {
    const sent: unknown = JSON.parse(body);
    const { data } = batch.safeParse(sent);
    return { ...row, makers: [...makersIn(sent, begunBy)], count: data?.events.length ?? 0 };
  });
  const names = await namesOf(db, [...new Set(read.flatMap(({ makers }) => makers))]);
  // Who began the inspection, where whoever is named in it is nobody.
  return read.map(({ makers, name, ...row }) => {
    const named = makers.flatMap((maker) => names.get(maker) ?? []);
    return { ...row, name: named.length === 0 ? name : named.join(", ") };
  });
}

export const judgeSchema = z.strictObject({ taken: z.boolean() });

/** Somebody judges what a revoked device sent: it is taken as if it had come in its person's session, or left out. */
export async function judgeQuarantined(
  db: Db,
  siteId: string,
  id: string,
  personId: string,
  taken: boolean,
  at: Date,
): Promise<void> {
  const waits = await waitingAt(db, siteId)
    .select(["q.inspectionId", "q.body", "i.personId as by"])
    .where(sql`q.id::text`, "=", id)
    .executeTakeFirst();
  if (waits === undefined)
    throw new Problem(404, "not-waiting", "expected something a revoked tablet sent and nobody has judged");
  // Taken first: a judgement noted of what was then refused would lose it.
  if (taken) {
    const body: unknown = JSON.parse(waits.body);
    const { byId } = await signedBatch(db, body);
    const people = (await findInspection(db, waits.inspectionId))?.people ?? [];
    // What names somebody who is not on it is refused in the name of whoever began it, and holds the unit.
    for (const [maker, theirs] of byMaker(body, waits.by))
      await ingest(db, waits.inspectionId, people.includes(maker) ? maker : waits.by, theirs, at, byId);
  }
  await db
    .updateTable("quarantine")
    .set({ decidedBy: personId, decidedAt: at, taken })
    .where("id", "=", id)
    .where("decidedAt", "is", null)
    .execute();
}
