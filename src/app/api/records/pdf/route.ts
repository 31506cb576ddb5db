import { getTranslations } from "next-intl/server";
import { pdfWords } from "@/app/records/pdf-words";
import { mostPrinted } from "@/contract/records";
import type { RecordT } from "@/screens/record/words";
import { dayAndClock } from "@/screens/states";
import { setting } from "@/server/config";
import { database } from "@/server/database/database";
import { displayChoice } from "@/server/http/display";
import { queryOf } from "@/server/http/page-query";
import { Problem } from "@/server/http/problem";
import { route } from "@/server/http/route";
import { siteWith } from "@/server/people/session";
import { pdfAnswer } from "@/server/print/answer";
import { askedIn } from "@/server/records/asked";
import { findRecords } from "@/server/records/find";
import type { ToPrint } from "@/server/records/pdf";
import { recordsPdf } from "@/server/records/pdf-book";
import { sealedRecord } from "@/server/records/read";
import { walkedFrom } from "@/server/records/walked";
import { zoneOf } from "@/server/sites/zone";

/** What is found as one PDF with its contents: as many records as somebody prints. */
export const GET = route(async ({ request, person, at }) => {
  const siteId = siteWith(person, "see");
  const db = database();
  const zone = await zoneOf(db, siteId);
  const asked = askedIn(queryOf(Object.fromEntries(new URL(request.url).searchParams)));
  const { rows } = await findRecords(db, { siteId, zone }, asked, mostPrinted + 1);
  if (rows.length === 0)
    throw new Problem(404, "no-record", "expected a search that finds a record; nothing was found");
  if (rows.length > mostPrinted)
    throw new Problem(
      400,
      "too-many",
      `expected at most ${mostPrinted} records in one PDF; narrow the search by days or by a unit, or take CSV or JSON Lines`,
    );
  const t = (await getTranslations()) as unknown as RecordT;
  const { measures } = await displayChoice();
  const origin = setting("ROOK_STEP_URL") ?? new URL(request.url).origin;
  const all: ToPrint[] = [];
  for (const { inspectionId } of rows) {
    const record = await sealedRecord(db, inspectionId);
    if (record === undefined) continue;
    const walked = await walkedFrom(db, record.document);
    const words = pdfWords(record, walked?.sheet, { t, measures, zone });
    all.push({ record, words, verifyUrl: `${origin}/verify/${record.hash}` });
  }
  const made = dayAndClock(at.getTime(), zone);
  const pdf = await recordsPdf(all, {
    title: t("records.book", { count: all.length }),
    lead: t("records.bookLead", { made }),
    page: (page, of) => t("records.bookPage", { page, of }),
  });
  return pdfAnswer(pdf, `records-${made.slice(0, 10)}`);
});
