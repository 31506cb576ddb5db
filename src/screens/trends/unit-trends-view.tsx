import { useTranslations } from "next-intl";
import type { UnitTrends } from "@/contract/trends";
import { Link } from "@/kit/link";
import { Plate } from "@/kit/plate";
import type { T } from "../inspect/words";
import { FilledUp, FollowedReading } from "./changing";

/** What is read of a unit over the months, and what it is filled up with. */
export function UnitTrendsView({
  trends: { plate, followed, fillUps },
  zone,
  measures,
}: {
  trends: UnitTrends;
  zone: string;
  measures: "metric" | "imperial";
}) {
  const t = useTranslations() as unknown as T;
  return (
    <div className="p-4 md:p-5">
      <p>
        <Link href={`/units/${plate}`}>
          <Plate size="large">{plate}</Plate>
        </Link>
      </p>
      <h1 className="mt-3 text-[28px] leading-none font-bold">{t("trends.title")}</h1>
      {followed.length + fillUps.length === 0 ? <p className="mt-3">{t("trends.noReadings")}</p> : null}
      <ul>
        {fillUps.map((one) => (
          <FilledUp key={`${one.upkeep} ${one.part}`} {...{ t, zone }} fillUps={one} />
        ))}
        {followed.map((one) => (
          <FollowedReading key={one.check} {...{ t, zone, measures }} followed={one} />
        ))}
      </ul>
    </div>
  );
}
