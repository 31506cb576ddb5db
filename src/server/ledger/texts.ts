import { createHash, randomBytes } from "node:crypto";
import canonicalize from "canonicalize";
import type { Db, Trx } from "@/server/database/database";

/** A text about a person, kept beside the ledger under the digest that its entry holds. */
export interface SealedText {
  readonly digest: string;
  readonly salt: string;
  /** JSON. */
  readonly content: string;
}

/** Fields of a document that hold a name, a signature or free words; `given` is all that a survey was given. */
const personal = new Set([
  ...["signature", "note", "licence", "examiner", "why", "work", "cause"],
  ...["rescuer", "given"],
]);
/** Of an event also why it was passed over, corrected or said to be gone; elsewhere a reason is a word of ours. */
const personalOfEvents = new Set([...personal, "reason"]);

const digestOf = (salt: string, content: string) =>
  createHash("sha256").update(`${salt}\n${content}`, "utf8").digest("hex");

/**
 * A document with every name and free text replaced by `{ digest }`, the texts themselves collected in `texts`.
 * Salted, so that a short text cannot be guessed from its digest.
 */
export function apart(document: unknown, texts: SealedText[], fields = personal): unknown {
  if (Array.isArray(document)) return document.map((item) => apart(item, texts, fields));
  if (document instanceof Date) return document.toISOString();
  if (typeof document !== "object" || document === null) return document;
  return Object.fromEntries(
    Object.entries(document).map(([key, value]) => {
      if (fields.has(key) && value !== null && value !== undefined && value !== "") {
        const content = canonicalize(value) ?? "null";
        const salt = randomBytes(16).toString("base64url");
        const digest = digestOf(salt, content);
        texts.push({ digest, salt, content });
        return [key, { digest }];
      }
      return [key, apart(value, texts, key === "events" ? personalOfEvents : fields)];
    }),
  );
}

/** The digests of texts that a canonical document holds in their place. */
export const digestsIn = (text: string): readonly string[] => [
  ...new Set([...text.matchAll(/\{"digest":"([0-9a-f]{64})"\}/g)].map(([, digest]) => digest ?? "")),
];

const isDigest = (value: unknown): value is { digest: string } =>
  typeof value === "object" && value !== null && Object.keys(value).join() === "digest";

/** A document with its texts put back; one that was erased stays away, and its field is left out. */
export async function together(db: Db | Trx, document: unknown): Promise<unknown> {
  const digests: string[] = [];
  const collect = (value: unknown): void => {
    if (isDigest(value)) digests.push(value.digest);
    else if (typeof value === "object" && value !== null)
      for (const inner of Object.values(value)) collect(inner);
  };
  collect(document);
  if (digests.length === 0) return document;
  const rows = await db
    .selectFrom("sealedText")
    .select(["digest", "content"])
    .where("digest", "in", digests)
    .execute();
  const texts = new Map(rows.map((row) => [row.digest, row.content]));
  const put = (value: unknown): unknown => {
    if (isDigest(value)) return texts.get(value.digest);
    if (Array.isArray(value)) return value.map(put);
    if (typeof value !== "object" || value === null) return value;
    return Object.fromEntries(
      Object.entries(value)
        .map(([key, inner]) => [key, put(inner)] as const)
        .filter(([, inner]) => inner !== undefined),
    );
  };
  return put(document);
}

/** Texts that no longer give the digest their entry holds, for verify: an erased one is not among them. */
export async function alteredTexts(db: Db, unitId: string): Promise<readonly string[]> {
  const rows = await db.selectFrom("sealedText").selectAll().where("unitId", "=", unitId).execute();
  return rows
    .filter(({ digest, salt, content }) => digestOf(salt, canonicalize(content) ?? "null") !== digest)
    .map((row) => row.digest);
}
