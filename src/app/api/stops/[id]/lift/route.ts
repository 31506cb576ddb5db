import { database } from "@/server/database/database";
import { bodyOf, route } from "@/server/http/route";
import { liftSchema, liftStop } from "@/server/stops/stop";

/** Lets work go on that was stopped for conditions. */
export const POST = route<{ id: string }>(async ({ request, params, person, at }) => {
  await liftStop(database(), params.id, await bodyOf(request, liftSchema), person, at);
});
