import { wholeCatalogue } from "@/server/api/answers";
import { keyRoute } from "@/server/http/route";

export const GET = keyRoute(async () => wholeCatalogue());
