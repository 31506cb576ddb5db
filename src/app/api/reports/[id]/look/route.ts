import { database } from "@/server/database/database";
import { bodyOf, route } from "@/server/http/route";
import { requireReportRight } from "@/server/reports/access";
import { lookAtReport, lookSchema } from "@/server/reports/look";

export const POST = route<{ id: string }>(async ({ request, params, person, at }) => {
  await requireReportRight(database(), params.id, person);
  const { says } = await bodyOf(request, lookSchema);
  await lookAtReport(database(), params.id, person.id, says, at);
});
