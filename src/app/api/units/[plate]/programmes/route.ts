import { programmeAskedSchema, setForModel, setProgramme } from "@/server/clocks/programme";
import { database } from "@/server/database/database";
import { bodyOf, route } from "@/server/http/route";
import { unitFor } from "@/server/units/by-plate";

/** How often a job comes round on a unit, or on every unit of its model. */
export const POST = route<{ plate: string }>(async ({ request, params, person, at }) => {
  const unitId = await unitFor(database(), params.plate, person, "settings");
  const { of, ...wanted } = await bodyOf(request, programmeAskedSchema);
  return (of === "model" ? setForModel : setProgramme)(database(), unitId, person.id, wanted, at);
});
