import { NextIntlClientProvider } from "next-intl";
import { allMessages } from "@/app/messages";
import { practiceOf } from "@/core/vocabulary/practice";
import { Chrome } from "@/screens/chrome/chrome";
import { PlanningView } from "@/screens/plan/planning-view";
import { database } from "@/server/database/database";
import { chromeData, pageCall, seeOnly } from "@/server/http/page";
import { policyOf } from "@/server/sites/policy";
import { modelsInUse } from "@/server/units/models";

export const metadata = { title: "Planning" };

export default async function PlanningPage() {
  const call = await pageCall();
  seeOnly(call.person, call.siteId);
  const db = database();
  const policy = await policyOf(db, call.siteId);
  return (
    <Chrome data={await chromeData(call)} at="planning">
      <NextIntlClientProvider messages={await allMessages()}>
        <PlanningView models={await modelsInUse(db, call.siteId)} policy={practiceOf(policy)} />
      </NextIntlClientProvider>
    </Chrome>
  );
}
