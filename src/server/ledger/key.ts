import {
  createHash,
  createPrivateKey,
  createPublicKey,
  generateKeyPairSync,
  type KeyObject,
  sign,
  verify,
} from "node:crypto";
import { secretFile } from "@/server/config";

let pair: { readonly secret: KeyObject; readonly open: KeyObject } | undefined;

/** The Ed25519 key that signs ledger entries: a file outside the database, made on first use. */
function keys() {
  if (pair === undefined) {
    const pem = secretFile("ledger.pem", () =>
      generateKeyPairSync("ed25519").privateKey.export({ type: "pkcs8", format: "pem" }).toString(),
    );
    const secret = createPrivateKey(pem);
    pair = { secret, open: createPublicKey(secret) };
  }
  return pair;
}

/** Signature of a ledger hash, base64url. */
export const signHash = (hash: string): string =>
  sign(null, Buffer.from(hash, "hex"), keys().secret).toString("base64url");

export const signatureHolds = (hash: string, signature: string): boolean =>
  verify(null, Buffer.from(hash, "hex"), keys().open, Buffer.from(signature, "base64url"));

/** The public half, for whoever checks without this server. */
export const publicKeyPem = (): string => keys().open.export({ type: "spki", format: "pem" }).toString();

/** What tells one server's key from another's: the SHA-256 of the public half, in groups to be read aloud. */
export const keyFingerprint = (): string =>
  createHash("sha256")
    .update(keys().open.export({ type: "spki", format: "der" }))
    .digest("hex")
    .slice(0, 32)
    .replace(/(.{4})(?=.)/g, "$1 ");
