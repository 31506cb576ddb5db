import { settleClaim } from "@/server/clocks/programme";
import { database } from "@/server/database/database";
import { route } from "@/server/http/route";
import { unitFor } from "@/server/units/by-plate";

interface Named {
  readonly plate: string;
  readonly claim: string;
}

/** A second person agrees to a programme that asks less. */
export const POST = route<Named>(async ({ params, person, at }) => {
  const unitId = await unitFor(database(), params.plate, person, "confirm_sheet");
  await settleClaim(database(), unitId, params.claim, person.id, "agrees", at);
});

/** It is taken back. */
export const DELETE = route<Named>(async ({ params, person, at }) => {
  const unitId = await unitFor(database(), params.plate, person, "confirm_sheet");
  await settleClaim(database(), unitId, params.claim, person.id, "withdraws", at);
});
