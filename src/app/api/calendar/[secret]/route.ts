import { getTranslations } from "next-intl/server";
import { icsOf, siteCalendar } from "@/server/clocks/calendar";
import { database } from "@/server/database/database";
import { openRoute } from "@/server/http/route";
import { ownIcs, ownWalks } from "@/server/mail/own-calendar";

/** What falls due at a site, or what is planned for somebody, for a calendar program that knows its address. */
export const GET = openRoute<{ secret: string }>(async ({ params, at }) => {
  const own = await ownWalks(database(), params.secret, at);
  if (own !== undefined) {
    const t = await getTranslations("mail");
    return answer(
      ownIcs(own, at, ({ plate, crew, place }) => ({
        summary: t("event", { plate }),
        description: t("eventFor", { crew, place }),
      })),
    );
  }
  const calendar = await siteCalendar(database(), params.secret, at);
  const t = await getTranslations();
  return answer(
    icsOf(calendar, at, ({ plate, job, kind, who }) => ({
      summary: t(`clocks.feed.${kind}`, { plate, job: t(`job.${job}`) }),
      ...(who !== undefined && who !== "" && { description: t("clocks.feed.who", { who }) }),
    })),
  );
});

const answer = (ics: string) =>
  new Response(ics, {
    headers: { "content-type": "text/calendar; charset=utf-8", "cache-control": "private, max-age=600" },
  });
