import { getTranslations } from "next-intl/server";
import { icsOf, siteCalendar } from "@/server/clocks/calendar";
import { database } from "@/server/database/database";
import { openRoute } from "@/server/http/route";

/** What falls due at a site, for a calendar program that knows its address. */
export const GET = openRoute<{ secret: string }>(async ({ params, at }) => {
  const calendar = await siteCalendar(database(), params.secret, at);
  const t = await getTranslations();
  const ics = icsOf(calendar, at, ({ plate, job, kind, who }) => ({
    summary: t(`clocks.feed.${kind}`, { plate, job: t(`job.${job}`) }),
    ...(who !== undefined && who !== "" && { description: t("clocks.feed.who", { who }) }),
  }));
  return new Response(ics, {
    headers: { "content-type": "text/calendar; charset=utf-8", "cache-control": "private, max-age=600" },
  });
});
