import { z } from "zod";

/**
 * A signature by the key that one person has on one device: the key's name (SHA-256 of its public half, hexadecimal), a
 * point, and ECDSA over P-256 and SHA-256 (r and s, base64url).
 */
export const deviceSignature = z.templateLiteral([
  z.string().regex(/^[0-9a-f]{64}$/),
  ".",
  z.string().regex(/^[\w-]{86}$/),
]);

/** `POST /api/devices/keys`: the public half of a key a person has made on a device. */
export const newDeviceKeySchema = z.strictObject({
  deviceId: z.string().regex(/^[\w-]{1,64}$/, "a device's name is letters, digits and dashes"),
  /** The 65 bytes of the point on P-256, base64url. */
  publicKey: z.string().regex(/^[\w-]{87}$/, "a public key is the 65 bytes of its point, base64url"),
});
export type NewDeviceKey = z.infer<typeof newDeviceKeySchema>;
