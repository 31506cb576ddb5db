import { database } from "@/server/database/database";
import { route } from "@/server/http/route";
import { requireRight } from "@/server/people/session";
import { dropLoad } from "@/server/surveys/loads";

/** Removes a kept load. */
export const DELETE = route<{ id: string; loadId: string }>(async ({ params, person }) => {
  requireRight(person, "inspect", params.id);
  await dropLoad(database(), params.id, params.loadId);
});
