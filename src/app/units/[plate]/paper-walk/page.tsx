import { notFound } from "next/navigation";
import { NextIntlClientProvider } from "next-intl";
import { allMessages } from "@/app/messages";
import { Chrome } from "@/screens/chrome/chrome";
import { PaperWalk } from "@/screens/past/paper-walk";
import { database } from "@/server/database/database";
import { displayChoice } from "@/server/http/display";
import { chromeData, pageCall } from "@/server/http/page";
import { mayAt } from "@/server/people/session";
import { unitDetail } from "@/server/units/unit";

export async function generateMetadata({ params }: { params: Promise<{ plate: string }> }) {
  return { title: decodeURIComponent((await params).plate) };
}

export default async function PaperWalkPage({ params }: { params: Promise<{ plate: string }> }) {
  const call = await pageCall();
  const unit = await unitDetail(database(), decodeURIComponent((await params).plate), call.at);
  if (unit === undefined || !mayAt(call.person, "inspect", unit.siteId)) notFound();
  return (
    <Chrome data={await chromeData(call)} at="units" plate={unit.plate}>
      <NextIntlClientProvider messages={await allMessages()}>
        <PaperWalk
          plate={unit.plate}
          sheet={unit.sheet ?? undefined}
          measures={(await displayChoice()).measures}
          zone={call.zone}
        />
      </NextIntlClientProvider>
    </Chrome>
  );
}
