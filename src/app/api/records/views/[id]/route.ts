import { database } from "@/server/database/database";
import { route } from "@/server/http/route";
import { removeView } from "@/server/records/views";

/** Forgets a search that was kept. */
export const DELETE = route<{ id: string }>(async ({ params, person }) => {
  await removeView(database(), person.id, params.id);
});
