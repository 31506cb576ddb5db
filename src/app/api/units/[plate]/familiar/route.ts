import { database } from "@/server/database/database";
import { bodyOf, route } from "@/server/http/route";
import { makeFamiliar, shownSchema } from "@/server/people/familiar";
import { unitFor } from "@/server/units/by-plate";
import { modelOf } from "@/server/units/model";

/** Whoever is to inspect a unit was shown its model; the one who showed it signs beside them. */
export const POST = route<{ plate: string }>(async ({ request, params, person, at }) => {
  const db = database();
  const { siteId, sheetId } = await modelOf(db, await unitFor(db, params.plate, person, "inspect"));
  const body = await bodyOf(request, shownSchema);
  await makeFamiliar(db, person.id, siteId, { ...body, sheetId }, person, at);
});
