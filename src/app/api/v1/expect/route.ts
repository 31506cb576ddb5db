import { expectStep } from "@/server/api/answers";
import { expectRequest } from "@/server/api/schemas";
import { database } from "@/server/database/database";
import { bodyOf, keyRoute } from "@/server/http/route";

export const POST = keyRoute(async ({ request }) =>
  expectStep(database(), await bodyOf(request, expectRequest)),
);
