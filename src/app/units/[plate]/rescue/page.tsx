import { notFound } from "next/navigation";
import { wordsFor } from "@/app/messages";
import { rescueLadder } from "@/core/survey/rescue-ladder";
import { Chrome } from "@/screens/chrome/chrome";
import { MoreWords } from "@/screens/chrome/more-words";
import { RescueView } from "@/screens/survey/rescue-view";
import { unitSheetOf } from "@/server/clocks/sheet-of-unit";
import { database } from "@/server/database/database";
import { chromeData, pageCall, seeOnly } from "@/server/http/page";
import { mayAt } from "@/server/people/session";
import { drillsOf } from "@/server/surveys/drill";

export const metadata = { title: "Rescue" };

export default async function RescuePage({ params }: { params: Promise<{ plate: string }> }) {
  const call = await pageCall();
  const plate = decodeURIComponent((await params).plate);
  const unit = await unitSheetOf(database(), plate);
  if (unit === undefined || unit.sheet === null) notFound();
  seeOnly(call.person, unit.siteId);
  return (
    <Chrome data={await chromeData(call)} at="units" plate={plate}>
      <MoreWords given={await wordsFor("talk", "ladder", "clocks")}>
        <RescueView
          page={{
            ...{ plate, zone: call.zone },
            ladder: rescueLadder(unit.sheet),
            drills: await drillsOf(database(), unit.id),
            mayDrill: mayAt(call.person, "road", unit.siteId),
          }}
        />
      </MoreWords>
    </Chrome>
  );
}
