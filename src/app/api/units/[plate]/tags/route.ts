import { database } from "@/server/database/database";
import { route } from "@/server/http/route";
import { raiseTag } from "@/server/tags/raise";

/** No role and no site is asked for: any identified person may tag out any unit, and what cannot be read still holds it. */
export const POST = route<{ plate: string }>(async ({ request, params, person, at }) => {
  const text = (await request.text()).slice(0, 20_000);
  let body: unknown = text;
  try {
    body = JSON.parse(text);
  } catch {
    // Kept as it came; see raiseTag.
  }
  return raiseTag(database(), decodeURIComponent(params.plate), person.id, body, at);
});
