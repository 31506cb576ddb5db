import { newDeviceKeySchema } from "@/contract/signed-schema";
import { database } from "@/server/database/database";
import { registerKey } from "@/server/devices/keys";
import { bodyOf, route } from "@/server/http/route";

export const POST = route(async ({ request, person, at }) =>
  registerKey(database(), person.id, await bodyOf(request, newDeviceKeySchema), at),
);
