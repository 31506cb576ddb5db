import { getTranslations } from "next-intl/server";
import { pdfWords } from "@/app/records/pdf-words";
import { leftBy } from "@/core/underway/left";
import type { RecordT } from "@/screens/record/words";
import { day } from "@/screens/states";
import { setting } from "@/server/config";
import { database } from "@/server/database/database";
import { displayChoice } from "@/server/http/display";
import { Problem } from "@/server/http/problem";
import { route } from "@/server/http/route";
import { mayAt } from "@/server/people/session";
import { pdfAnswer } from "@/server/print/answer";
import { recordPdf } from "@/server/records/pdf";
import { sealedRecord } from "@/server/records/read";
import { walkedFrom } from "@/server/records/walked";
import { zoneOf } from "@/server/sites/zone";

export const GET = route<{ id: string }>(async ({ request, params, person }) => {
  const db = database();
  const record = /^[0-9a-f-]{36}$/.test(params.id) ? await sealedRecord(db, params.id) : undefined;
  if (record === undefined || !mayAt(person, "see", record.siteId))
    throw new Problem(404, "no-record", "expected a signed record of your site; find it from its unit");
  const t = (await getTranslations()) as unknown as RecordT;
  const origin = setting("ROOK_STEP_URL") ?? new URL(request.url).origin;
  const zone = await zoneOf(db, record.siteId);
  const { measures } = await displayChoice();
  const walked = await walkedFrom(db, record.document);
  const pdf = await recordPdf({
    record,
    verifyUrl: `${origin}/verify/${record.hash}`,
    words: pdfWords(record, walked?.sheet, { t, measures, zone }),
    left: walked === undefined ? undefined : leftBy(walked, record.document.events),
  });
  return pdfAnswer(pdf, `${record.plate}-${day(record.recordedAt.getTime(), zone)}`);
});
