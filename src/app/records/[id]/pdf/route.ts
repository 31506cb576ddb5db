import { getTranslations } from "next-intl/server";
import { leftBy } from "@/core/underway/left";
import { partsOfKey, titleOfId, titleOfKey } from "@/screens/inspect/words";
import { faultWords } from "@/screens/proof/words";
import { giverName, matterWords, readingWords } from "@/screens/record/words";
import { clock, day } from "@/screens/states";
import { setting } from "@/server/config";
import { database } from "@/server/database/database";
import { displayChoice } from "@/server/http/display";
import { Problem } from "@/server/http/problem";
import { route } from "@/server/http/route";
import { mayAt } from "@/server/people/session";
import { recordPdf } from "@/server/records/pdf";
import { sealedRecord } from "@/server/records/read";
import { walkedFrom } from "@/server/records/walked";
import { zoneOf } from "@/server/sites/zone";

export const GET = route<{ id: string }>(async ({ request, params, person }) => {
  const record = /^[0-9a-f-]{36}$/.test(params.id) ? await sealedRecord(database(), params.id) : undefined;
  if (record === undefined || !mayAt(person, "see", record.siteId))
    throw new Problem(404, "no-record", "expected a signed record of your site; find it from its unit");
  const t = await getTranslations();
  const words = t as unknown as (key: string, values?: Record<string, string | number>) => string;
  const origin = setting("ROOK_STEP_URL") ?? new URL(request.url).origin;
  const zone = await zoneOf(database(), record.siteId);
  const { measures } = await displayChoice();
  const walked = await walkedFrom(database(), record.document);
  const left = walked === undefined ? undefined : leftBy(walked, record.document.events);
  const pdf = await recordPdf(record, `${origin}/verify/${record.hash}`, left, {
    t: words,
    title: (key) => titleOfKey(words, key),
    fault: (fault) => faultWords(words, fault),
    matter: (event) => matterWords(words, event),
    line: (given) => {
      const { value, limit } = readingWords(words, given, walked?.sheet, measures);
      const read = [value, limit].filter((one) => one !== "").join(". ");
      const by = giverName(given, record.shares);
      const name = titleOfId(words, partsOfKey(given.check).id);
      return `${name}${read === "" ? "" : `: ${read}`}${by === undefined ? "" : `, ${by}`}`;
    },
    day: (ms) => day(ms, zone),
    time: (ms) => clock(ms, zone),
  });
  return new Response(new Uint8Array(pdf), {
    headers: {
      "content-type": "application/pdf",
      "content-disposition": `inline; filename="${record.plate}-${day(record.recordedAt.getTime(), zone)}.pdf"`,
    },
  });
});
