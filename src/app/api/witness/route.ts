import type { WitnessAnswer } from "@/contract/witness";
import { witnessSchema } from "@/contract/witness-schema";
import { database } from "@/server/database/database";
import { bodyOf, route } from "@/server/http/route";
import { bearWitness } from "@/server/ledger/witness";

/** Whoever is signed in brings what their tablet was told; it is the server's signature on it that counts. */
export const POST = route(
  async ({ request, person, at }): Promise<WitnessAnswer> =>
    bearWitness(database(), (await bodyOf(request, witnessSchema)).words, person.id, at),
);
