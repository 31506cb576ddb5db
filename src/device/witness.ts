import type { StartWord } from "@/contract/start";
import { mostWords, type WitnessAnswer } from "@/contract/witness";
import { localStore } from "./local-store";
import { sendJson } from "./send-json";

/** Keeps, of each unit, the word with the farthest head this device was ever given. */
export async function rememberWords(words: readonly StartWord[]): Promise<void> {
  const { seenHeads } = localStore();
  await localStore().transaction("rw", seenHeads, async () => {
    const known = new Map((await seenHeads.toArray()).map((seen) => [seen.unitId, seen.word.position]));
    await seenHeads.bulkPut(
      words
        .filter(({ unitId, position }) => position >= (known.get(unitId) ?? 0))
        .map((word) => ({ unitId: word.unitId, word })),
    );
  });
}

/** Asks the server whether its ledgers still hold what it once told this device. What they lack it keeps and shows. */
export async function askAfterHeads(): Promise<void> {
  const seen = await localStore().seenHeads.toArray();
  for (let from = 0; from < seen.length; from += mostWords)
    await sendJson<WitnessAnswer>("/api/witness", {
      words: seen.slice(from, from + mostWords).map(({ word }) => word),
    });
}
