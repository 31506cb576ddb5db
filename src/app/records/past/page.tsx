import { NextIntlClientProvider } from "next-intl";
import { allMessages } from "@/app/messages";
import { localMs } from "@/core/vocabulary/zone";
import { Chrome } from "@/screens/chrome/chrome";
import { PastView } from "@/screens/past/past-view";
import { database } from "@/server/database/database";
import { displayChoice } from "@/server/http/display";
import { chromeData, pageCall, seeOnly } from "@/server/http/page";
import { type PageQuery, queryOf } from "@/server/http/page-query";
import { mayAt } from "@/server/people/session";
import { pastOnPage, pastRecords } from "@/server/records/past";

export const metadata = { title: "Past records" };

export default async function PastPage({ searchParams }: { searchParams: PageQuery }) {
  const call = await pageCall();
  seeOnly(call.person, call.siteId);
  const db = database();
  const { unit: plate, before } = queryOf(await searchParams);
  const unit =
    plate === undefined || plate === ""
      ? undefined
      : await db
          .selectFrom("unit")
          .select(["id", "plate"])
          .where("plate", "=", plate)
          .where("siteId", "=", call.siteId)
          .executeTakeFirst();
  const [, ms, id] = /^(\d{1,14})_([0-9a-f-]{36})$/.exec(before ?? "") ?? [];
  const found = await pastRecords(
    db,
    call.siteId,
    {
      unitId: unit?.id,
      before: ms === undefined || id === undefined ? undefined : { doneAt: new Date(Number(ms)), id },
    },
    pastOnPage + 1,
  );
  const records = found.slice(0, pastOnPage);
  const last = records.at(-1);
  const next = new URLSearchParams({
    ...(unit !== undefined && { unit: unit.plate }),
    before: `${last?.doneMs}_${last?.id}`,
  });
  return (
    <Chrome data={await chromeData(call)} at="records">
      <NextIntlClientProvider messages={await allMessages()}>
        <PastView
          records={records}
          plate={unit?.plate}
          older={found.length > pastOnPage ? `/records/past?${next}` : undefined}
          mayImport={mayAt(call.person, "settings", call.siteId)}
          today={new Date(localMs(call.at.getTime(), call.zone)).toISOString().slice(0, 10)}
          measures={(await displayChoice()).measures}
          zone={call.zone}
        />
      </NextIntlClientProvider>
    </Chrome>
  );
}
