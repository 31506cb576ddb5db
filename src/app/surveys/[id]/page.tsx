import { headers } from "next/headers";
import { notFound } from "next/navigation";
import QRCode from "qrcode";
import { wordsFor } from "@/app/messages";
import { Chrome } from "@/screens/chrome/chrome";
import { MoreWords } from "@/screens/chrome/more-words";
import { SurveyRecord } from "@/screens/survey/survey-record";
import { setting } from "@/server/config";
import { database } from "@/server/database/database";
import { chromeData, pageCall, seeOnly } from "@/server/http/page";
import { surveyOne } from "@/server/surveys/one";

export const metadata = { title: "Survey" };

export default async function SurveyRecordPage({ params }: { params: Promise<{ id: string }> }) {
  const call = await pageCall();
  const { id } = await params;
  const survey = await surveyOne(database(), id, call.at);
  if (survey === undefined) notFound();
  const { siteId, ...page } = survey;
  seeOnly(call.person, siteId);
  const chrome = await chromeData(call);
  const origin = setting("ROOK_STEP_URL") ?? `http://${(await headers()).get("host")}`;
  const code = await QRCode.toDataURL(`${origin}/card/${id}`, { margin: 2, width: 256 });
  return (
    <Chrome data={chrome} at="units" plate={page.shown.plate}>
      <MoreWords given={await wordsFor("survey", "places", "talk", "ladder", "figure", "decide")}>
        <SurveyRecord page={{ ...page, code, zone: call.zone, measures: chrome.display.measures }} />
      </MoreWords>
    </Chrome>
  );
}
