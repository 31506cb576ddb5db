import { gradeOf } from "@/server/api/answers";
import { gradeRequest } from "@/server/api/schemas";
import { bodyOf, keyRoute } from "@/server/http/route";

export const POST = keyRoute(async ({ request }) => gradeOf(await bodyOf(request, gradeRequest)));
