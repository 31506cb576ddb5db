import { database } from "@/server/database/database";
import { revokeDevice, revokeSchema } from "@/server/devices/revoke";
import { bodyOf, route } from "@/server/http/route";
import { siteWith } from "@/server/people/session";

export const DELETE = route<{ id: string }>(async ({ request, params, person, at }) => {
  const siteId = siteWith(person, "settings");
  const { why } = await bodyOf(request, revokeSchema);
  await revokeDevice(database(), siteId, params.id, person.id, why, at);
});
