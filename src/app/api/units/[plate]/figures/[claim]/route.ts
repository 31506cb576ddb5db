import { database } from "@/server/database/database";
import { route } from "@/server/http/route";
import { unitFor } from "@/server/units/by-plate";
import { confirmFigure } from "@/server/units/figures";

/** A second person agrees to a figure that takes something on the floor away. */
export const POST = route<{ plate: string; claim: string }>(async ({ params, person, at }) => {
  const unitId = await unitFor(database(), params.plate, person, "confirm_sheet");
  await confirmFigure(database(), unitId, params.claim, person.id, at);
});
