import { database } from "@/server/database/database";
import { bodyOf, route } from "@/server/http/route";
import { recordSurvey, surveySchema } from "@/server/surveys/record";
import { unitFor } from "@/server/units/by-plate";

/** Records a survey of a place and a job for a unit, worked out here. */
export const POST = route<{ plate: string }>(async ({ request, params, person, at }) => {
  const unitId = await unitFor(database(), params.plate, person, "inspect");
  return recordSurvey(database(), unitId, person.id, await bodyOf(request, surveySchema), at);
});
