import { database } from "@/server/database/database";
import { judgeQuarantined, judgeSchema } from "@/server/devices/quarantine";
import { bodyOf, route } from "@/server/http/route";
import { siteWith } from "@/server/people/session";

export const POST = route<{ id: string }>(async ({ request, params, person, at }) => {
  const siteId = siteWith(person, "settings");
  const { taken } = await bodyOf(request, judgeSchema);
  await judgeQuarantined(database(), siteId, params.id, person.id, taken, at);
});
