import { planCheckAnswer } from "@/server/api/plans";
import { planCheckRequest } from "@/server/api/schemas";
import { database } from "@/server/database/database";
import { bodyOf, keyRoute } from "@/server/http/route";

export const POST = keyRoute(async ({ request }) =>
  planCheckAnswer(database(), await bodyOf(request, planCheckRequest)),
);
