import { database } from "@/server/database/database";
import { bodyOf, route } from "@/server/http/route";
import { unitFor } from "@/server/units/by-plate";
import { setUnitFigure, unitFigureSchema } from "@/server/units/figures";

/** A figure read off this unit's own plate. */
export const POST = route<{ plate: string }>(async ({ request, params, person, at }) => {
  const unitId = await unitFor(database(), params.plate, person, "settings");
  return setUnitFigure(database(), unitId, person.id, await bodyOf(request, unitFigureSchema), at);
});
