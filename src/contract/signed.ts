import canonicalize from "canonicalize";

/** A signature by the key that one person has on one device: the key's name, a point, the signature (`deviceSignature`). */
export type DeviceSignature = `${string}.${string}`;

/** What a device signs, by the content that is signed. */
export interface SignedContents {
  /** An event of a walk as it is sent. */
  readonly event: object;
  /** The plate as `barePlate` (core/vocabulary/plate-match.ts) has it. */
  readonly tag: {
    readonly id: string;
    readonly plate: string;
    readonly reason: string;
    readonly note?: string;
  };
  /** What a person was shown as they signed, and the events that covers. */
  readonly seal: {
    readonly inspectionId: string;
    readonly outcome: string;
    readonly eventCount: number;
    readonly eventsHash: string;
  };
  readonly start: { readonly id: string; readonly unitId: string; readonly word: object };
  readonly picture: { readonly inspectionId: string; readonly hash: string };
}

export type SignedThing = keyof SignedContents;

/** The bytes that are signed: what it is and its content, as canonical JSON (RFC 8785), so that no two things sign alike. */
export const signedBytes = <T extends SignedThing>(what: T, content: SignedContents[T]) =>
  new TextEncoder().encode(canonicalize({ [what]: content }) ?? "");

/** The header that carries the signature of a request whose body is not JSON. */
export const signedHeader = "x-rook-signed";
