import { listSheets } from "@/server/api/answers";
import { database } from "@/server/database/database";
import { keyRoute } from "@/server/http/route";

export const GET = keyRoute(async () => listSheets(database()));
