import {
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
