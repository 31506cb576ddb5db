import { database } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
import { bodyOf, route } from "@/server/http/route";
import { isUuid } from "@/server/http/uuid";
import { requireRight } from "@/server/people/session";
import { jobOf, jobSaidSchema, sayOfJob } from "@/server/workshop/said";

/** How far the workshop is with a tag that stands, or a finding that is open. */
export const POST = route<{ id: string }>(async ({ request, params, person, at }) => {
  const job = isUuid(params.id) ? await jobOf(database(), params.id) : undefined;
  if (job === undefined)
    throw new Problem(404, "no-tag", "expected a tag that stands or a finding that is open, of your site");
  requireRight(person, "maintain", job.siteId);
  await sayOfJob(database(), params.id, person.id, await bodyOf(request, jobSaidSchema), at);
});
