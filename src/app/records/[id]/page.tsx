import { notFound } from "next/navigation";
import { proofMessages } from "@/app/messages";
import { Chrome } from "@/screens/chrome/chrome";
import { MoreWords } from "@/screens/chrome/more-words";
import { LeftUnproven } from "@/screens/proof/left-unproven";
import { RecordView } from "@/screens/record/record-view";
import { database } from "@/server/database/database";
import { chromeData, pageCall, seeOnly } from "@/server/http/page";
import { wholePictures } from "@/server/pictures/take";
import { sealedRecord } from "@/server/records/read";
import { walkedFrom } from "@/server/records/walked";

export const metadata = { title: "Record" };

export default async function RecordPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const call = await pageCall();
  const record = /^[0-9a-f-]{36}$/.test(id) ? await sealedRecord(database(), id) : undefined;
  if (record === undefined) notFound();
  seeOnly(call.person, record.siteId);
  const { recordedAt, ...rest } = record;
  const chrome = await chromeData(call);
  const walked = await walkedFrom(database(), record.document);
  return (
    <Chrome data={chrome} at="records" plate={record.plate}>
      <RecordView
        record={{
          ...rest,
          recordedAtMs: recordedAt.getTime(),
          pictures: await wholePictures(database(), id),
        }}
        measures={chrome.display.measures}
        zone={call.zone}
        left={
          walked === undefined ? null : (
            <MoreWords given={await proofMessages()}>
              <LeftUnproven input={walked} events={record.document.events} />
            </MoreWords>
          )
        }
      />
    </Chrome>
  );
}
