import { database } from "@/server/database/database";
import { route } from "@/server/http/route";
import { siteWith } from "@/server/people/session";
import { confirmClaim, withdrawClaim } from "@/server/sheets/save";

/** A second person agrees. */
export const POST = route<{ claim: string }>(async ({ params, person, at }) => {
  siteWith(person, "confirm_sheet");
  return confirmClaim(database(), params.claim, person.id, at);
});

export const DELETE = route<{ claim: string }>(async ({ params, person, at }) => {
  siteWith(person, "settings");
  await withdrawClaim(database(), params.claim, at);
});
