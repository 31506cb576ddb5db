import { getTranslations } from "next-intl/server";
import type { T } from "@/screens/inspect/words";
import { planWords } from "@/screens/plan/words";
import { planAnswer } from "@/server/api/plans";
import { planRequest } from "@/server/api/schemas";
import { database } from "@/server/database/database";
import { bodyOf, keyRoute } from "@/server/http/route";

export const POST = keyRoute(async ({ request }) => {
  const t = (await getTranslations()) as unknown as T;
  return planAnswer(database(), await bodyOf(request, planRequest), planWords(t));
});
