import { type Kysely, sql } from "kysely";

/** A function as it stands, with some words of it put differently; they must be there once. */
export async function reword(db: Kysely<never>, name: string, words: string, instead: string): Promise<void> {
  const { rows } = await sql<{ text: string }>`
    SELECT pg_get_functiondef(oid) AS text FROM pg_proc WHERE proname = ${name} AND pronamespace = 'public'::regnamespace`.execute(
    db,
  );
  const text = rows[0]?.text ?? "";
  if (rows.length !== 1 || text.split(words).length !== 2)
    throw new Error(`expected ${words} once in ${name}`);
  await sql.raw(text.replace(words, () => instead)).execute(db);
}
