import { database } from "@/server/database/database";
import { bodyOf, route } from "@/server/http/route";
import { unitFor } from "@/server/units/by-plate";
import { examinationSchema, recordExamination } from "@/server/units/examination";

export const POST = route<{ plate: string }>(async ({ request, params, person, at }) => {
  const unitId = await unitFor(database(), params.plate, person, "examine");
  const examination = await bodyOf(request, examinationSchema);
  await recordExamination(database(), unitId, person.id, examination, at);
});
