import { wordsFor } from "@/app/messages";
import { Chrome } from "@/screens/chrome/chrome";
import { MoreWords } from "@/screens/chrome/more-words";
import { MailView } from "@/screens/settings/mail-view";
import { setting } from "@/server/config";
import { database } from "@/server/database/database";
import { chromeData, pageCall, seeOnly } from "@/server/http/page";
import { mailChoiceOf } from "@/server/mail/choice";

export const metadata = { title: "Mail" };

export default async function MailPage() {
  const call = await pageCall();
  seeOnly(call.person, call.siteId);
  return (
    <Chrome data={await chromeData(call)} at="settings">
      <MoreWords given={await wordsFor("mail")}>
        <MailView
          chosen={await mailChoiceOf(database(), call.person.id)}
          sends={setting("ROOK_STEP_SMTP") !== undefined}
        />
      </MoreWords>
    </Chrome>
  );
}
