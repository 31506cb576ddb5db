import { getTranslations } from "next-intl/server";
import { actionWords, faultWords, signedWords, upkeepWords, whoWords } from "@/screens/book/words";
import type { T } from "@/screens/inspect/words";
import { originWords, pastWords } from "@/screens/past/words";
import { bookPdf } from "@/server/book/pdf";
import { bookedUnit, bookOf, yearIn } from "@/server/book/read";
import { database } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
import { route } from "@/server/http/route";
import { mayAt } from "@/server/people/session";
import { pdfAnswer } from "@/server/print/answer";
import { mostInBook, pastRecords } from "@/server/records/past";

/** A year of a unit's log-book, to print. */
export const GET = route<{ plate: string }>(async ({ request, params, person, at }) => {
  const unit = await bookedUnit(database(), decodeURIComponent(params.plate), at);
  if (unit === undefined || !mayAt(person, "see", unit.siteId))
    throw new Problem(404, "no-unit", "expected a unit of your site; find it under Units");
  const asked = new URL(request.url).searchParams.get("year") ?? `${unit.years[0]}`;
  const year = unit.years.find((one) => `${one}` === asked);
  if (year === undefined)
    throw new Problem(
      400,
      "bad-input",
      `year: expected one from ${unit.years.at(-1)} to ${unit.years[0]}, got ${asked.slice(0, 40)}`,
    );
  const t = (await getTranslations()) as unknown as T;
  const span = yearIn(year, unit.zone);
  const book = await bookOf(database(), unit.id, span);
  const past = await pastRecords(database(), unit.siteId, { unitId: unit.id, span }, mostInBook);
  const head = {
    plate: unit.plate,
    title: t("book.of", { plate: unit.plate, year: `${year}` }),
    lines: [`${t(`family.${unit.family}`)}, ${t("units.serial")} ${unit.serial}`, unit.site],
    ...{ year, asked: unit.asksToSign },
  };
  const { zone } = unit;
  const pdf = await bookPdf(book, head, {
    t,
    who: (one) => whoWords(one, zone),
    fault: (fault) => faultWords(t, fault),
    action: (action) => actionWords(t, action, zone),
    signed: (fault) => signedWords(t, fault, zone),
    upkeep: (one) => upkeepWords(t, one, zone),
    past: past.map((one) => ({
      what: `${pastWords(t, one, zone)}: ${t(`past.outcome.${one.outcome}`)}${one.note === "" ? "" : `. ${one.note}`}`,
      from: originWords(t, one, zone),
    })),
  });
  return pdfAnswer(pdf, `${unit.plate}-${year}`);
});
