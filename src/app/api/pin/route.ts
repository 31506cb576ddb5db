import { database } from "@/server/database/database";
import { bodyOf, openRoute } from "@/server/http/route";
import { auth } from "@/server/people/auth";
import { chooseOwnPin, ownPinSchema } from "@/server/people/pin";
import { notSignedIn, whoHasCode } from "@/server/people/session";

/** Somebody who came by a code chooses their own PIN, and signs in with it. */
export const POST = openRoute(async ({ request, at }) => {
  const person = await whoHasCode(request.headers, at);
  if (person === undefined) throw notSignedIn();
  const { pin } = await bodyOf(request, ownPinSchema, 2000);
  await chooseOwnPin(database(), person, pin, at);
  await auth().api.signOut({ headers: request.headers });
});
