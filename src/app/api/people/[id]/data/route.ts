import { database } from "@/server/database/database";
import { route } from "@/server/http/route";
import { streamed } from "@/server/http/streamed";
import { requireAt } from "@/server/people/access";
import { ownData } from "@/server/people/own-data";

/** All that is kept about somebody, to themselves or to an owner of their site. */
export const GET = route<{ id: string }>(async ({ params, person, at }) => {
  if (params.id !== person.id) await requireAt(database(), person, "settings", params.id);
  return streamed(ownData(database(), params.id), {
    "content-type": "application/jsonl",
    "content-disposition": `attachment; filename="person-${at.toISOString().slice(0, 10)}.jsonl"`,
  });
});
