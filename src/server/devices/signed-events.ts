import { z } from "zod";
import type { DeviceSignature } from "@/contract/signed";
import type { Db } from "@/server/database/database";
import { holds, keyNamed, keysById, type Signed } from "./keys";

const batch = z.object({
  events: z.array(z.looseObject({ id: z.string(), deviceId: z.string() })),
  signed: z.array(z.unknown()).optional(),
});

/** What the signatures of a batch say of it. */
export interface SignedBatch {
  /** By event id, where the event that counts (the last of that id) is signed. */
  readonly byId: ReadonlyMap<string, Signed>;
  /** The person whose keys have signed every event; undefined where any is unsigned, or of somebody else. */
  readonly signer: string | undefined;
  /** A revoked device of which something in it is: by the key that signed it, or by its own word. */
  readonly revoked: string | undefined;
}

const nothing: SignedBatch = { byId: new Map(), signer: undefined, revoked: undefined };

/** Compares every event of a batch with its signature. Whatever else came is signed by nobody. */
export async function signedBatch(db: Db, body: unknown): Promise<SignedBatch> {
  const read = batch.safeParse(body);
  if (!read.success || read.data.events.length === 0) return nothing;
  const { events, signed = [] } = read.data;
  const keys = await keysById(
    db,
    signed.flatMap((one) => keyNamed(one) ?? []),
  );
  const byPlace = events.map((event, i): Signed | undefined => {
    const key = keys.get(keyNamed(signed[i]) ?? "");
    const by = signed[i] as DeviceSignature;
    return key !== undefined && holds(key, "event", event, by) ? { key, signed: by } : undefined;
  });
  const byId = new Map<string, Signed>();
  for (const [i, { id }] of events.entries()) {
    const by = byPlace[i];
    if (by === undefined) byId.delete(id);
    else byId.set(id, by);
  }
  const people = new Set(byPlace.map((by) => by?.key.personId));
  const devices = new Set([
    ...events.map(({ deviceId }) => deviceId),
    ...byPlace.flatMap((by) => by?.key.deviceId ?? []),
  ]);
  return {
    byId,
    signer: people.size === 1 ? [...people][0] : undefined,
    revoked: await revokedOf(db, [...devices]),
  };
}

async function revokedOf(db: Db, devices: readonly string[]): Promise<string | undefined> {
  const row = await db
    .selectFrom("deviceRevocation")
    .select("deviceId")
    .where("deviceId", "in", devices)
    .executeTakeFirst();
  return row?.deviceId;
}
