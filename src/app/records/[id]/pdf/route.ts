import { getTranslations } from "next-intl/server";
import { leftBy } from "@/core/underway/left";
import { borrowedWords } from "@/screens/inspect/borrowed";
import { partsOfKey, titleOfId, titleOfKey } from "@/screens/inspect/words";
import { faultWords } from "@/screens/proof/words";
import {
  findingWords,
  giverName,
  howWords,
  matterWords,
  type RecordT,
  readingWords,
  spanWords,
} from "@/screens/record/words";
import { day, dayAndClock } from "@/screens/states";
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
  const record = /^[0-9a-f-]{36}$/.test(params.id) ? await sealedRecord(database(), params.id) : undefined;
  if (record === undefined || !mayAt(person, "see", record.siteId))
    throw new Problem(404, "no-record", "expected a signed record of your site; find it from its unit");
  const words = (await getTranslations()) as unknown as RecordT;
  const origin = setting("ROOK_STEP_URL") ?? new URL(request.url).origin;
  const signedMs = record.recordedAt.getTime();
  const zone = await zoneOf(database(), record.siteId);
  const { measures } = await displayChoice();
  const walked = await walkedFrom(database(), record.document);
  const left = walked === undefined ? undefined : leftBy(walked, record.document.events);
  const pdf = await recordPdf(record, `${origin}/verify/${record.hash}`, left, {
    t: words,
    finding: (finding) => {
      const { check, rest } = findingWords(words, finding, measures);
      return `${check}: ${rest}`;
    },
    fault: (fault) => faultWords(words, fault),
    matter: (event) => matterWords(words, event),
    line: (given, reduction) => {
      const { value, limit } = readingWords(words, given, walked?.sheet, measures);
      const read = [value, limit].filter((one) => one !== "").join(". ");
      const by = giverName(given, record.shares);
      const name = titleOfId(words, partsOfKey(given.check).id);
      return {
        what: `${name}${read === "" ? "" : `: ${read}`}${by === undefined ? "" : `, ${by}`}`,
        how: howWords(words, given, reduction, measures),
      };
    },
    lasts: (one) =>
      `${titleOfKey(words, one.check)}: ${borrowedWords(words, one, signedMs, zone).join("; ")}`,
    signedAt: dayAndClock(signedMs, zone),
    span: (stretch) => spanWords(stretch, zone),
  });
  return pdfAnswer(pdf, `${record.plate}-${day(signedMs, zone)}`);
});
