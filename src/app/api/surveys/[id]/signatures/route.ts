import { database } from "@/server/database/database";
import { bodyOf, route } from "@/server/http/route";
import { requireRight } from "@/server/people/session";
import { signTalk, surveyOf, talkSchema } from "@/server/surveys/talk";

/** Somebody has heard the pre-start talk, and signs. */
export const POST = route<{ id: string }>(async ({ request, params, person, at }) => {
  const { siteId } = await surveyOf(database(), params.id);
  requireRight(person, "see", siteId);
  await signTalk(database(), params.id, await bodyOf(request, talkSchema), person.id, at);
});
