import { planProveAnswer } from "@/server/api/proofs";
import { planProveRequest } from "@/server/api/schemas";
import { database } from "@/server/database/database";
import { bodyOf, keyRoute } from "@/server/http/route";

export const POST = keyRoute(async ({ request }) =>
  planProveAnswer(database(), await bodyOf(request, planProveRequest)),
);
