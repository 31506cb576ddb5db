import { notFound } from "next/navigation";
import { NextIntlClientProvider } from "next-intl";
import { allMessages } from "@/app/messages";
import { BookView } from "@/screens/book/book-view";
import { Chrome } from "@/screens/chrome/chrome";
import { bookedUnit, bookOf, yearIn } from "@/server/book/read";
import { database } from "@/server/database/database";
import { chromeData, pageCall, seeOnly } from "@/server/http/page";
import { type PageQuery, queryOf } from "@/server/http/page-query";
import { mayAt } from "@/server/people/session";
import { mostInBook, pastRecords } from "@/server/records/past";

export async function generateMetadata({ params }: { params: Promise<{ plate: string }> }) {
  return { title: decodeURIComponent((await params).plate) };
}

export default async function BookPage({
  params,
  searchParams,
}: {
  params: Promise<{ plate: string }>;
  searchParams: PageQuery;
}) {
  const call = await pageCall();
  const db = database();
  const unit = await bookedUnit(db, decodeURIComponent((await params).plate), call.at);
  if (unit === undefined) notFound();
  seeOnly(call.person, unit.siteId);
  const asked = Number(queryOf(await searchParams)["year"]);
  const year = unit.years.includes(asked) ? asked : (unit.years[0] ?? call.at.getUTCFullYear());
  const span = yearIn(year, unit.zone);
  return (
    <Chrome data={await chromeData(call)} at="units" plate={unit.plate}>
      <NextIntlClientProvider messages={await allMessages()}>
        <BookView
          plate={unit.plate}
          book={await bookOf(db, unit.id, span)}
          past={await pastRecords(db, unit.siteId, { unitId: unit.id, span }, mostInBook)}
          year={year}
          years={unit.years}
          asked={unit.asksToSign}
          maySign={mayAt(call.person, "countersign", unit.siteId)}
          zone={unit.zone}
        />
      </NextIntlClientProvider>
    </Chrome>
  );
}
