import type { StartWord } from "@/contract/start";
import type { Db, Trx } from "@/server/database/database";
import { headOf } from "@/server/ledger/append";
import { canonical, sha256 } from "@/server/ledger/chain";
import { signatureHolds, signHash } from "@/server/ledger/key";

const hashOf = ({ signature: _, ...said }: StartWord): string => sha256(canonical({ start: said }));

/** The server's word, as of now, with which a person may begin an inspection of a unit without a signal. */
export async function startWord(db: Db, unitId: string, personId: string, at: Date): Promise<StartWord> {
  const word = { unitId, personId, ...(await headOf(db, unitId)), atMs: at.getTime(), signature: "" };
  return { ...word, signature: signHash(hashOf(word)) };
}

/** Whether a word is one of this server's own. */
export const isOurWord = (word: StartWord): boolean => signatureHolds(hashOf(word), word.signature);

/** Whether a word is this server's and the unit's ledger still holds what it names. */
export async function wordHolds(trx: Trx, word: StartWord): Promise<boolean> {
  if (!isOurWord(word)) return false;
  if (word.position === 0) return true;
  const entry = await trx
    .selectFrom("ledgerEntry")
    .select("hash")
    .where("unitId", "=", word.unitId)
    .where("position", "=", word.position)
    .executeTakeFirst();
  return entry?.hash === word.headHash;
}
