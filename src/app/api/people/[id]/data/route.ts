import { database } from "@/server/database/database";
import { route } from "@/server/http/route";
import { streamed } from "@/server/http/streamed";
import { requireOwnerOfAll } from "@/server/people/access";
import { ownData } from "@/server/people/own-data";

/** All that is kept about somebody. */
export const GET = route<{ id: string }>(async ({ params, person, at }) => {
  await requireOwnerOfAll(database(), person, params.id);
  return streamed(ownData(database(), params.id), {
    "content-type": "application/jsonl",
    "content-disposition": `attachment; filename="person-${at.toISOString().slice(0, 10)}.jsonl"`,
  });
});
