import { openApi } from "@/server/api/openapi";
import { openRoute } from "@/server/http/route";

/** Open to anyone: it describes the API and holds no data. */
export const GET = openRoute(async ({ request }) => openApi(new URL(request.url).origin));
