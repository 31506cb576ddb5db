import { database } from "@/server/database/database";
import { route } from "@/server/http/route";
import { requireForClaim } from "@/server/sheets/access";
import { confirmClaim, withdrawClaim } from "@/server/sheets/save";

/** A second person agrees. */
export const POST = route<{ claim: string }>(async ({ params, person, at }) => {
  await requireForClaim(database(), person, "confirm_sheet", params.claim);
  return confirmClaim(database(), params.claim, person.id, at);
});

export const DELETE = route<{ claim: string }>(async ({ params, person, at }) => {
  await requireForClaim(database(), person, "settings", params.claim);
  await withdrawClaim(database(), params.claim, at);
});
