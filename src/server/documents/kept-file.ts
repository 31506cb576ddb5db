import type { DocumentKind } from "@/core/vocabulary/documents";

/** A report or certificate as it is kept. */
export interface KeptFile {
  readonly id: string;
  readonly name: string;
  readonly kind: DocumentKind;
  readonly size: number;
  /** SHA-256 of its bytes. */
  readonly hash: string;
  readonly bytes: Buffer;
}
