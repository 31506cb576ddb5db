import { database } from "@/server/database/database";
import { route } from "@/server/http/route";
import { startRetest } from "@/server/inspections/start";
import { requireTagRight } from "@/server/tags/access";

export const POST = route<{ id: string }>(async ({ params, person, at }) => {
  await requireTagRight(database(), params.id, person, "retest");
  return { id: await startRetest(database(), person.id, params.id, at) };
});
