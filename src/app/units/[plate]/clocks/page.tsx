import { notFound } from "next/navigation";
import { NextIntlClientProvider } from "next-intl";
import { wordsFor } from "@/app/messages";
import { greasingOf, jobHoursOf } from "@/core/sheet/job-hours";
import { hasTractionBattery } from "@/core/sheet/read";
import { Chrome } from "@/screens/chrome/chrome";
import { UnitClocksView } from "@/screens/clocks/unit-clocks";
import { sameModel } from "@/server/clocks/programme";
import { unitClocks } from "@/server/clocks/read";
import { unitSheetOf } from "@/server/clocks/sheet-of-unit";
import { database } from "@/server/database/database";
import { chromeData, pageCall, seeOnly } from "@/server/http/page";
import { mayAt } from "@/server/people/session";
import { inspectorsOf } from "@/server/shift/people";

export async function generateMetadata({ params }: { params: Promise<{ plate: string }> }) {
  return { title: decodeURIComponent((await params).plate) };
}

export default async function UnitClocksPage({ params }: { params: Promise<{ plate: string }> }) {
  const plate = decodeURIComponent((await params).plate);
  const call = await pageCall();
  const unit = await unitSheetOf(database(), plate);
  if (unit === undefined) notFound();
  seeOnly(call.person, unit.siteId);
  const { sheet } = unit;
  const clocks = await unitClocks(database(), unit.id, call.at);
  const may = (right: Parameters<typeof mayAt>[1]) => mayAt(call.person, right, unit.siteId);
  return (
    <Chrome data={await chromeData(call)} at="units" plate={plate}>
      <NextIntlClientProvider messages={await wordsFor("clocks", "job", "units", "inspect", "tagged")}>
        <UnitClocksView
          plate={plate}
          clocks={clocks}
          alike={(await sameModel(database(), unit.id)).map((one) => one.plate)}
          ofSheet={sheet === null ? {} : jobHoursOf(sheet)}
          greasing={sheet === null ? undefined : greasingOf(sheet)}
          battery={sheet !== null && hasTractionBattery(sheet)}
          longestCharge={sheet?.figures.longest_charge?.value}
          people={(await inspectorsOf(database(), unit.siteId)).map(({ id, name }) => ({ id, name }))}
          zone={call.zone}
          me={call.person.id}
          may={{
            read: may("road"),
            maintain: may("maintain"),
            examine: may("examine"),
            set: may("settings"),
            confirm: may("confirm_sheet"),
          }}
        />
      </NextIntlClientProvider>
    </Chrome>
  );
}
