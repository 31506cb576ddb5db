import { database } from "@/server/database/database";
import { bodyOf, route } from "@/server/http/route";
import { requireTagRight } from "@/server/tags/access";
import { releaseSchema, releaseTag } from "@/server/tags/return";

export const POST = route<{ id: string }>(async ({ request, params, person, at }) => {
  await requireTagRight(database(), params.id, person, "release");
  await releaseTag(database(), params.id, person.id, await bodyOf(request, releaseSchema), at);
});
