import { notFound } from "next/navigation";
import { proofMessages, wordsFor } from "@/app/messages";
import { Chrome } from "@/screens/chrome/chrome";
import { MoreWords } from "@/screens/chrome/more-words";
import { LeftUnproven } from "@/screens/proof/left-unproven";
import { RecordView } from "@/screens/record/record-view";
import { database } from "@/server/database/database";
import { chromeData, pageCall, seeOnly } from "@/server/http/page";
import { picturesAsHere } from "@/server/pictures/take";
import { sealedRecord } from "@/server/records/read";
import { walkedFrom } from "@/server/records/walked";
import { zoneOf } from "@/server/sites/zone";

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
      <MoreWords given={await wordsFor("stop")}>
        <RecordView
          record={{
            ...rest,
            recordedAtMs: recordedAt.getTime(),
            pictures: await picturesAsHere(
              database(),
              id,
              record.document.findings.flatMap(({ pictures }) => pictures ?? []),
            ),
          }}
          measures={chrome.display.measures}
          zone={await zoneOf(database(), record.siteId)}
          sheet={walked?.sheet}
          left={
            walked === undefined ? null : (
              <MoreWords given={await proofMessages()}>
                <LeftUnproven input={walked} events={record.document.events} />
              </MoreWords>
            )
          }
        />
      </MoreWords>
    </Chrome>
  );
}
