import { wordsFor } from "@/app/messages";
import { Chrome } from "@/screens/chrome/chrome";
import { MoreWords } from "@/screens/chrome/more-words";
import { WorkshopView } from "@/screens/workshop/workshop-view";
import { database } from "@/server/database/database";
import { chromeData, pageCall, seeOnly } from "@/server/http/page";
import { mayAt } from "@/server/people/session";
import { workshopQueue } from "@/server/workshop/queue";

export const metadata = { title: "Workshop" };

export default async function WorkshopPage() {
  const call = await pageCall();
  const { siteId, at, zone, person } = call;
  seeOnly(person, siteId);
  return (
    <Chrome data={await chromeData(call)} at="workshop">
      <MoreWords given={await wordsFor("workshop", "inspect")}>
        <WorkshopView
          jobs={await workshopQueue(database(), siteId, at)}
          me={person.id}
          maySay={mayAt(person, "maintain", siteId)}
          zone={zone}
          nowMs={at.getTime()}
        />
      </MoreWords>
    </Chrome>
  );
}
