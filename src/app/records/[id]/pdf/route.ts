import { getTranslations } from "next-intl/server";
import { leftBy } from "@/core/underway/left";
import { titleOfKey } from "@/screens/inspect/words";
import { faultWords } from "@/screens/proof/words";
import { setting } from "@/server/config";
import { database } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
import { route } from "@/server/http/route";
import { mayAt } from "@/server/people/session";
import { recordPdf } from "@/server/records/pdf";
import { sealedRecord } from "@/server/records/read";
import { walkedFrom } from "@/server/records/walked";

export const GET = route<{ id: string }>(async ({ request, params, person }) => {
  const record = /^[0-9a-f-]{36}$/.test(params.id) ? await sealedRecord(database(), params.id) : undefined;
  if (record === undefined || !mayAt(person, "see", record.siteId))
    throw new Problem(404, "no-record", "expected a signed record of your site; find it from its unit");
  const t = await getTranslations();
  const words = t as unknown as (key: string, values?: Record<string, string | number>) => string;
  const origin = setting("ROOK_STEP_URL") ?? new URL(request.url).origin;
  const walked = await walkedFrom(database(), record.document);
  const left = walked === undefined ? undefined : leftBy(walked, record.document.events);
  const pdf = await recordPdf(record, `${origin}/verify/${record.hash}`, left, {
    t: words,
    title: (key) => titleOfKey(words, key),
    fault: (fault) => faultWords(words, fault),
  });
  return new Response(new Uint8Array(pdf), {
    headers: {
      "content-type": "application/pdf",
      "content-disposition": `inline; filename="${record.plate}-${record.recordedAt.toISOString().slice(0, 10)}.pdf"`,
    },
  });
});
