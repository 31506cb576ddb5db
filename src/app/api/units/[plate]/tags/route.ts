import { database } from "@/server/database/database";
import { firstText } from "@/server/http/body";
import { openRoute } from "@/server/http/route";
import { notSignedIn, whoIs } from "@/server/people/session";
import { raiseTag } from "@/server/tags/raise";
import { tagSigner } from "@/server/tags/signed";

const mostBody = 20_000;

/**
 * No role and no site is asked for: any identified person may tag out any unit, and what cannot be read still holds it.
 * One signed on a device is hung in the name of whoever made it, whoever is signed in as it is sent, or nobody.
 */
export const POST = openRoute<{ plate: string }>(async ({ request, params, at }) => {
  const body = await firstText(request, mostBody);
  const plate = plain(params.plate);
  const by = await tagSigner(database(), plate, body);
  const personId = by?.key.personId ?? (await whoIs(request.headers, at))?.id;
  if (personId === undefined) throw notSignedIn();
  return raiseTag(database(), plate, personId, body, at, by?.signed);
});

/** The plate as it was typed; what is no percent-coding is taken as it came. */
function plain(text: string): string {
  try {
    return decodeURIComponent(text);
  } catch {
    return text;
  }
}
