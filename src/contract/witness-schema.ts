import { z } from "zod";
import { startWordSchema } from "./start";
import { mostWords } from "./witness";

/**
 * `POST /api/witness`: words of the server's own that a tablet was given, each with the head of a unit's ledger as it was
 * then. The server's signature is what makes it a witness: nobody else can bring one.
 */
export const witnessSchema = z.strictObject({ words: z.array(startWordSchema).max(mostWords) });
