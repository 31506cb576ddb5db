import Dexie from "dexie";
import { type DeviceSignature, type SignedContents, type SignedThing, signedBytes } from "@/contract/signed";
import { localStore, type WrappedKey } from "./local-store";
import { sha256 } from "./sha256";

const curve = { name: "ECDSA", namedCurve: "P-256" } as const;
const how = { name: "ECDSA", hash: "SHA-256" } as const;

/** Signs what a person does here, with the key they have on this device; undefined where they have none. */
export type Signer = <T extends SignedThing>(
  what: T,
  content: SignedContents[T],
) => Promise<DeviceSignature | undefined>;

/** Makes a key of a person on this device. Its private half leaves here only wrapped by what their PIN opens. */
export async function makeKey(lock: CryptoKey): Promise<WrappedKey> {
  const { privateKey, publicKey } = await crypto.subtle.generateKey(curve, true, ["sign", "verify"]);
  const open = new Uint8Array(await crypto.subtle.exportKey("raw", publicKey));
  const iv = crypto.getRandomValues(new Uint8Array(12));
  const wrapped = await crypto.subtle.wrapKey("pkcs8", privateKey, lock, { name: "AES-GCM", iv });
  return { id: await sha256(open), publicKey: base64url(open), iv, wrapped: new Uint8Array(wrapped) };
}

/** Opens a wrapped key, so that it signs and can no longer be taken away; undefined where the lock is not its own. */
export const openKey = ({ iv, wrapped }: WrappedKey, lock: CryptoKey): Promise<CryptoKey | undefined> =>
  crypto.subtle
    .unwrapKey(
      "pkcs8",
      wrapped as BufferSource,
      lock,
      { name: "AES-GCM", iv: iv as BufferSource },
      curve,
      false,
      ["sign"],
    )
    .catch(() => undefined);

/** Has a key sign for its person, and for nobody else, until they leave: a reload asks nobody for a PIN. */
export async function takeUp(personId: string, id: string, key: CryptoKey): Promise<void> {
  const { keysInUse } = localStore();
  await localStore().transaction("rw", keysInUse, async () => {
    await keysInUse.clear();
    await keysInUse.add({ personId, id, key });
  });
}

/** Nobody is here: no key signs any more until a PIN opens it. */
export const layDown = async (): Promise<void> => {
  await localStore()
    .keysInUse.clear()
    .catch(() => undefined);
};

/** Signs for a person as long as they are here. What cannot be signed is sent in their session instead. */
export function signerOf(personId: string | undefined): Signer {
  return async (what, content) => {
    if (personId === undefined) return undefined;
    try {
      // Signed in the middle of a write to other tables.
      const kept = await Dexie.ignoreTransaction(() => localStore().keysInUse.get(personId));
      if (kept === undefined) return undefined;
      const signature = await crypto.subtle.sign(how, kept.key, signedBytes(what, content) as BufferSource);
      return `${kept.id}.${base64url(new Uint8Array(signature))}`;
    } catch {
      // Nothing that somebody found waits for a signature.
      return undefined;
    }
  };
}

const base64url = (bytes: Uint8Array): string =>
  btoa(String.fromCharCode(...bytes))
    .replaceAll("+", "-")
    .replaceAll("/", "_")
    .replace(/=+$/, "");
