import { notFound } from "next/navigation";
import { NextIntlClientProvider } from "next-intl";
import { allMessages } from "@/app/messages";
import { Chrome } from "@/screens/chrome/chrome";
import { ProofView } from "@/screens/proof/proof-view";
import { database } from "@/server/database/database";
import { chromeData, pageCall, seeOnly } from "@/server/http/page";
import { minutesOf } from "@/server/inspections/minutes";
import { unitDetail } from "@/server/units/unit";

export async function generateMetadata({ params }: { params: Promise<{ plate: string }> }) {
  return { title: `${decodeURIComponent((await params).plate)}: what a walk proves` };
}

export default async function ProofPage({ params }: { params: Promise<{ plate: string }> }) {
  const { plate } = await params;
  const call = await pageCall();
  const db = database();
  const unit = await unitDetail(db, decodeURIComponent(plate), call.at);
  if (unit === undefined || unit.sheetId === null || unit.sheet === null) notFound();
  seeOnly(call.person, unit.siteId);
  return (
    <Chrome data={await chromeData(call)} at="units" plate={unit.plate}>
      <NextIntlClientProvider messages={await allMessages()}>
        <ProofView
          plate={unit.plate}
          sheet={unit.sheet}
          practice={unit.practice}
          minutes={await minutesOf(db, unit.sheetId)}
        />
      </NextIntlClientProvider>
    </Chrome>
  );
}
