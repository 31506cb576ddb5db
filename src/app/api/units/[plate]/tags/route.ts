import { database } from "@/server/database/database";
import { route } from "@/server/http/route";
import { raiseTag } from "@/server/tags/raise";

const mostBody = 20_000;

/** No role and no site is asked for: any identified person may tag out any unit, and what cannot be read still holds it. */
export const POST = route<{ plate: string }>(async ({ request, params, person, at }) => {
  const body = (await request.text().catch(() => "")).slice(0, mostBody);
  return raiseTag(database(), plain(params.plate), person.id, body, at);
});

/** The plate as it was typed; what is no percent-coding is taken as it came. */
function plain(text: string): string {
  try {
    return decodeURIComponent(text);
  } catch {
    return text;
  }
}
