import { database } from "@/server/database/database";
import { bodyOf, route } from "@/server/http/route";
import { signTalk, talkSchema } from "@/server/surveys/talk";

/** Somebody has heard the talk before the start, and signs. */
export const POST = route<{ id: string }>(async ({ request, params, person, at }) => {
  await signTalk(database(), params.id, await bodyOf(request, talkSchema), person, at);
});
