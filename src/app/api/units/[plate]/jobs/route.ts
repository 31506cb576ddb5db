import { jobDoneSchema, recordJob } from "@/server/clocks/job";
import { database } from "@/server/database/database";
import { bodyOf, route } from "@/server/http/route";
import { unitFor } from "@/server/units/by-plate";

/** A job that comes round was done. */
export const POST = route<{ plate: string }>(async ({ request, params, person, at }) => {
  const unitId = await unitFor(database(), params.plate, person, "maintain");
  await recordJob(database(), unitId, person.id, await bodyOf(request, jobDoneSchema), at);
});
