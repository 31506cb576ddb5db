import { z } from "zod";
import { startWordSchema } from "./start";

/** As many units as one tablet speaks of at once. */
export const mostWords = 400;

/**
 * `POST /api/witness`: words of the server's own that a tablet was given, each with the head of a unit's ledger as it was
 * then. The server's signature is what makes it a witness: nobody else can bring one.
 */
export const witnessSchema = z.strictObject({ words: z.array(startWordSchema).max(mostWords) });

/** Entries that were there when the tablet was given its word, and are not there as they were. */
export interface WitnessAnswer {
  readonly lost: readonly { readonly plate: string; readonly position: number }[];
}
