import { createHash, createPublicKey, type KeyObject, verify } from "node:crypto";
import { type DeviceSignature, type SignedContents, type SignedThing, signedBytes } from "@/contract/signed";
import { deviceSignature, type NewDeviceKey } from "@/contract/signed-schema";
import type { Db, Trx } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
import { canonical, sha256 } from "@/server/ledger/chain";
import { signatureHolds, signHash } from "@/server/ledger/key";

/** A key that a person has on a device. */
export interface DeviceKey {
  readonly id: string;
  readonly personId: string;
  readonly deviceId: string;
  readonly publicKey: Buffer;
}

/**
 * Notes the public half of a key that a signed-in person has made on a device. The same key twice is one; on a revoked
 * device nobody gets another.
 */
export async function registerKey(
  db: Db,
  personId: string,
  { deviceId, publicKey }: NewDeviceKey,
  at: Date,
): Promise<{ readonly id: string }> {
  const bytes = Buffer.from(publicKey, "base64url");
  if (publicKeyOf(bytes) === undefined)
    throw new Problem(400, "bad-input", "expected a point on P-256 as the public key");
  if (await isRevoked(db, deviceId))
    throw new Problem(403, "device-revoked", "this device was revoked; take it to the owner");
  const id = createHash("sha256").update(bytes).digest("hex");
  const key = { id, personId, deviceId, publicKey: bytes, registeredAt: at };
  const added = await db.transaction().execute((trx) =>
    trx
      .insertInto("deviceKey")
      .values({ ...key, signature: signHash(registrationHash(key)) })
      .onConflict((oc) => oc.doNothing())
      .returning("id")
      .executeTakeFirst(),
  );
  if (added === undefined && (await keyOf(db, id))?.personId !== personId)
    throw new Problem(409, "key-taken", "expected a key of your own: this one is another person's");
  return { id };
}

/** What the server signs of a key: whose it is, and on which device. */
const registrationHash = (key: {
  readonly id: string;
  readonly personId: string;
  readonly deviceId: string;
  readonly registeredAt: Date;
}): string =>
  sha256(
    canonical({
      deviceKey: key.id,
      personId: key.personId,
      deviceId: key.deviceId,
      registeredAt: key.registeredAt.toISOString(),
    }),
  );

const known = new Map<string, DeviceKey>();

/** The keys of these names that this server has registered; one written past it is none. A key never changes: it is read once. */
export async function keysById(
  db: Db | Trx,
  ids: readonly string[],
): Promise<ReadonlyMap<string, DeviceKey>> {
  const asked = [...new Set(ids)];
  const missing = asked.filter((id) => !known.has(id));
  if (missing.length > 0) {
    const rows = await db
      .selectFrom("deviceKey")
      .select(["id", "personId", "deviceId", "publicKey", "registeredAt", "signature"])
      .where("id", "in", missing)
      .execute();
    if (known.size >= 5000) known.clear();
    for (const { registeredAt, signature, ...key } of rows)
      if (signatureHolds(registrationHash({ ...key, registeredAt }), signature)) known.set(key.id, key);
  }
  return new Map(
    asked.flatMap((id) => {
      const key = known.get(id);
      return key === undefined ? [] : [[id, key]];
    }),
  );
}

/** Whether a device is revoked, read now. */
export const isRevoked = async (db: Db | Trx, deviceId: string): Promise<boolean> =>
  (await db
    .selectFrom("deviceRevocation")
    .select("deviceId")
    .where("deviceId", "=", deviceId)
    .executeTakeFirst()) !== undefined;

const keyOf = async (db: Db | Trx, id: string) => (await keysById(db, [id])).get(id);

/** Whether a key signed this. Never throws, whatever the content. */
export function holds<T extends SignedThing>(
  key: Pick<DeviceKey, "id" | "publicKey">,
  what: T,
  content: SignedContents[T],
  signed: DeviceSignature,
): boolean {
  const open = publicKeyOf(key.publicKey);
  if (open === undefined) return false;
  try {
    const how = { key: open, dsaEncoding: "ieee-p1363" } as const;
    return verify(
      "sha256",
      signedBytes(what, content),
      how,
      Buffer.from(signed.split(".")[1] ?? "", "base64url"),
    );
  } catch {
    // Content that is no JSON was signed by nobody.
    return false;
  }
}

/** The name of the key in a signature; undefined for everything else that may have come. */
export function keyNamed(said: unknown): string | undefined {
  const read = deviceSignature.safeParse(said);
  return read.success ? read.data.split(".")[0] : undefined;
}

/** Something signed, and the key of this server that signed it. */
export interface Signed {
  readonly key: DeviceKey;
  readonly signed: DeviceSignature;
}

/** Whoever signed this, where a key of this server did. */
export async function signerOf<T extends SignedThing>(
  db: Db | Trx,
  what: T,
  content: SignedContents[T],
  said: unknown,
): Promise<Signed | undefined> {
  const named = keyNamed(said);
  const key = named === undefined ? undefined : await keyOf(db, named);
  const signed = said as DeviceSignature;
  return key !== undefined && holds(key, what, content, signed) ? { key, signed } : undefined;
}

const opened = new Map<string, KeyObject | undefined>();

function publicKeyOf(bytes: Buffer): KeyObject | undefined {
  const name = bytes.toString("base64url");
  if (opened.has(name)) return opened.get(name);
  const made = pointOf(bytes);
  if (opened.size >= 5000) opened.clear();
  opened.set(name, made);
  return made;
}

function pointOf(bytes: Buffer): KeyObject | undefined {
  if (bytes.length !== 65 || bytes[0] !== 4) return undefined;
  const coordinate = (from: number) => bytes.subarray(from, from + 32).toString("base64url");
  try {
    return createPublicKey({
      key: { kty: "EC", crv: "P-256", x: coordinate(1), y: coordinate(33) },
      format: "jwk",
    });
  } catch {
    return undefined;
  }
}
