import { notFound } from "next/navigation";
import { wordsFor } from "@/app/messages";
import { Chrome } from "@/screens/chrome/chrome";
import { MoreWords } from "@/screens/chrome/more-words";
import { FamiliarView } from "@/screens/people/familiar-view";
import { database } from "@/server/database/database";
import { chromeData, pageCall } from "@/server/http/page";
import { mayAt } from "@/server/people/session";
import { unitDetail } from "@/server/units/unit";

export async function generateMetadata({ params }: { params: Promise<{ plate: string }> }) {
  return { title: decodeURIComponent((await params).plate) };
}

export default async function FamiliarPage({ params }: { params: Promise<{ plate: string }> }) {
  const call = await pageCall();
  const unit = await unitDetail(database(), decodeURIComponent((await params).plate), call.at);
  if (unit === undefined || unit.sheetName === null || !mayAt(call.person, "inspect", unit.siteId))
    notFound();
  return (
    <Chrome data={await chromeData(call)} at="units" plate={unit.plate}>
      <MoreWords given={await wordsFor("people", "clocks")}>
        <FamiliarView plate={unit.plate} sheet={unit.sheetName} name={call.person.name} />
      </MoreWords>
    </Chrome>
  );
}
