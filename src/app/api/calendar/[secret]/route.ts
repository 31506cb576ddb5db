import { getTranslations } from "next-intl/server";
import { icsOf, siteCalendar } from "@/server/clocks/calendar";
import { database } from "@/server/database/database";
import { openRoute } from "@/server/http/route";
import { ownIcs, ownWork } from "@/server/mail/own-calendar";
import { type WorkWords, workWords } from "@/server/shift/planned-work";

/** What falls due at a site, or what is planned for somebody, for a calendar program that knows its address. */
export const GET = openRoute<{ secret: string }>(async ({ params, at }) => {
  const own = await ownWork(database(), params.secret, at);
  if (own !== undefined) {
    const t = (await getTranslations()) as unknown as WorkWords;
    return answer(
      ownIcs(own, at, (one) => ({
        summary: t("crew" in one.of ? "mail.event" : "mail.eventOther", {
          plate: one.plate,
          what: workWords(t, one),
        }),
        description: workWords(t, one),
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
