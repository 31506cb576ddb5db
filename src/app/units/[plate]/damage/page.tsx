import { notFound } from "next/navigation";
import { wordsFor } from "@/app/messages";
import { Chrome } from "@/screens/chrome/chrome";
import { MoreWords } from "@/screens/chrome/more-words";
import { DamageView } from "@/screens/workshop/damage-view";
import { unitSheetOf } from "@/server/clocks/sheet-of-unit";
import { database } from "@/server/database/database";
import { chromeData, pageCall, seeOnly } from "@/server/http/page";
import { type PageQuery, queryOf } from "@/server/http/page-query";
import { isUuid } from "@/server/http/uuid";
import { mayAt } from "@/server/people/session";
import { damageOf, damageStated, damageWalks, usualPair } from "@/server/workshop/damage";

export async function generateMetadata({ params }: { params: Promise<{ plate: string }> }) {
  return { title: decodeURIComponent((await params).plate) };
}

export default async function DamagePage({
  params,
  searchParams,
}: {
  params: Promise<{ plate: string }>;
  searchParams: PageQuery;
}) {
  const plate = decodeURIComponent((await params).plate);
  const call = await pageCall();
  const db = database();
  const unit = await unitSheetOf(db, plate);
  if (unit === undefined) notFound();
  seeOnly(call.person, unit.siteId);
  const walks = await damageWalks(db, unit.id);
  const asked = queryOf(await searchParams);
  const named = [asked["before"], asked["after"]].filter(
    (id): id is string => id !== undefined && isUuid(id),
  );
  const usual = await usualPair(db, unit.id, walks);
  const [before = usual?.before.id, after = usual?.after.id] = named.length === 2 ? named : [];
  // An address that names no pair of its walks shows the usual one.
  const damage =
    before === undefined || after === undefined
      ? undefined
      : await damageOf(db, unit.id, before, after).catch(() =>
          usual === undefined ? undefined : damageOf(db, unit.id, usual.before.id, usual.after.id),
        );
  const chrome = await chromeData(call);
  return (
    <Chrome data={chrome} at="units" plate={plate}>
      <MoreWords
        given={
          await wordsFor(
            "damage",
            "decide",
            "side",
            "inspect",
            "check",
            "condition",
            "stop",
            "function",
            "direction",
          )
        }
      >
        <DamageView
          key={`${damage?.before.id} ${damage?.after.id}`}
          {...{ plate, walks, damage }}
          stated={await damageStated(db, unit.id)}
          maySeal={mayAt(call.person, "maintain", unit.siteId)}
          zone={call.zone}
          measures={chrome.display.measures}
        />
      </MoreWords>
    </Chrome>
  );
}
