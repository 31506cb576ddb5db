import { getTranslations } from "next-intl/server";
import type { T } from "@/screens/inspect/words";
import { day, tagReason } from "@/screens/states";
import { changeWords, fillUpWords, followedTitle, limitAhead, stoodWords } from "@/screens/trends/words";
import { database } from "@/server/database/database";
import { displayChoice } from "@/server/http/display";
import { Problem } from "@/server/http/problem";
import { route } from "@/server/http/route";
import { siteWith } from "@/server/people/session";
import { pdfAnswer } from "@/server/print/answer";
import { zoneOf } from "@/server/sites/zone";
import { tagsOfMonth } from "@/server/trends/month";
import { monthPdf } from "@/server/trends/pdf";
import { trendsOf } from "@/server/trends/unit-trends";
import { failuresIn, monthsOf } from "@/server/trends/yard";

const dayMs = 86_400_000;

/** A month of the yard as a page for its owner: `?month=2026-10`. */
export const GET = route(async ({ request, person, at }) => {
  const t = (await getTranslations()) as unknown as T;
  const db = database();
  const siteId = siteWith(person, "see");
  const asked = new URL(request.url).searchParams.get("month") ?? "";
  const months = await monthsOf(db, siteId, at);
  const month = months.find((one) => one.month === asked);
  if (month === undefined)
    throw new Problem(
      400,
      "bad-input",
      `month: expected one of the last year with signed inspections, such as ${months.at(-1)?.month ?? "2026-10"}; got ${asked.slice(0, 20)}`,
    );
  const zone = await zoneOf(db, siteId);
  const { measures } = await displayChoice();
  const site = await db.selectFrom("site").select("name").where("id", "=", siteId).executeTakeFirstOrThrow();
  const [units, tags, failures] = await Promise.all([
    trendsOf(db, { siteId }, at),
    tagsOfMonth(db, siteId, month.month, zone),
    failuresIn(db, siteId, month.month, zone),
  ]);
  const words = { t, zone, measures };
  const pdf = await monthPdf({
    title: t("trends.pdf.title", { place: site.name, month: month.month }),
    figures: [
      { name: t("trends.column.ready"), value: `${month.shiftsReady}/${month.shifts}` },
      { name: t("trends.column.walks"), value: `${month.walks}` },
      { name: t("trends.column.cleared"), value: `${month.cleared}` },
      { name: t("trends.column.tags"), value: `${month.tagsRaised}` },
    ],
    parts: [
      {
        title: t("trends.pdf.changing", { day: day(at.getTime(), zone) }),
        lines: units.flatMap(({ plate, followed, fillUps }) => [
          ...fillUps.map((one) => `${plate}: ${fillUpWords(words, one)}`),
          ...followed
            .filter(({ change }) => change !== undefined)
            .map(
              (one) =>
                `${plate}, ${followedTitle(t, one)}: ${changeWords(words, one)} ${limitAhead(words, one)}`,
            ),
        ]),
      },
      {
        title: t("trends.pdf.raised"),
        lines: tags.map(({ number, plate, raisedAt, reason, releasedAt }) =>
          t("trends.pdf.stands", {
            ...{ number, plate, day: day(raisedAt.getTime(), zone), reason: tagReason(t, reason) },
            state:
              releasedAt === null
                ? t("trends.pdf.still")
                : t("trends.pdf.released", {
                    days: stoodWords(t, (releasedAt.getTime() - raisedAt.getTime()) / dayMs),
                  }),
          }),
        ),
      },
      {
        title: t("trends.pdf.found"),
        lines: failures.map(
          ({ name, times, walks }) => `${t(`part.${name}`)}: ${times} ${t("trends.inWalks", { walks })}`,
        ),
      },
    ],
    none: t("trends.pdf.none"),
    foot: t("trends.pdf.foot"),
  });
  return pdfAnswer(pdf, `${siteId}-${month.month}`);
});
