import { notFound } from "next/navigation";
import { NextIntlClientProvider } from "next-intl";
import { allMessages } from "@/app/messages";
import { localMs } from "@/core/vocabulary/zone";
import { Chrome } from "@/screens/chrome/chrome";
import { PastView } from "@/screens/past/past-view";
import { bookedUnit } from "@/server/book/read";
import { database } from "@/server/database/database";
import { displayChoice } from "@/server/http/display";
import { chromeData, pageCall, seeOnly } from "@/server/http/page";
import { type PageQuery, queryOf } from "@/server/http/page-query";
import { mayAt } from "@/server/people/session";
import { askedIn, queryFor } from "@/server/records/asked";
import { pastOnPage, pastRecords } from "@/server/records/past";

export const metadata = { title: "Past records" };

export default async function PastPage({ searchParams }: { searchParams: PageQuery }) {
  const call = await pageCall();
  seeOnly(call.person, call.siteId);
  const db = database();
  const { unit: plate, before } = askedIn(queryOf(await searchParams));
  const unit = plate === undefined ? undefined : await bookedUnit(db, plate, call.at);
  if (plate !== undefined && unit?.siteId !== call.siteId) notFound();
  const found = await pastRecords(db, call.siteId, { unitId: unit?.id, before }, pastOnPage + 1);
  const records = found.slice(0, pastOnPage);
  const last = records.at(-1);
  const next = queryFor({ unit: unit?.plate }, { before: `${last?.doneMs}.${last?.id}` });
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
