import { Chrome } from "@/screens/chrome/chrome";
import { StartView } from "@/screens/first/start-view";
import { database } from "@/server/database/database";
import { firstSteps } from "@/server/first/steps";
import { chromeData, pageCall, seeOnly } from "@/server/http/page";

export const metadata = { title: "First steps" };

export default async function StartPage() {
  const call = await pageCall();
  seeOnly(call.person, call.siteId);
  const { operatorId, ...done } = await firstSteps(database(), call.siteId, call.at);
  return (
    <Chrome data={await chromeData(call)} at="none">
      <StartView done={done} operatorId={operatorId} />
    </Chrome>
  );
}
