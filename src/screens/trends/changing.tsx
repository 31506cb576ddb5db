import type { FillUps, UnitTrends } from "@/contract/trends";
import type { Followed } from "@/core/trend/follow";
import { Link } from "@/kit/link";
import { Plate } from "@/kit/plate";
import { shown, type T } from "../inspect/words";
import { dayAndClock } from "../states";
import { ReadingChart } from "./reading-chart";
import { changeWords, fillUpWords, followedTitle, limitAhead } from "./words";

interface Shown {
  readonly t: T;
  readonly zone: string;
  readonly measures: "metric" | "imperial";
}

/** A reading over the months: what has changed, since when and how sure, and every record it is read from. */
export function FollowedReading({
  followed,
  plate,
  ...words
}: Shown & { followed: Followed; plate?: string }) {
  const { t, zone, measures } = words;
  const title = followedTitle(t, followed);
  const changed = changeWords(words, followed);
  const ahead = limitAhead(words, followed);
  return (
    <li className="grid gap-x-6 gap-y-2 border-b-2 border-line py-4 lg:grid-cols-[minmax(300px,2fr)_3fr]">
      <div>
        {plate === undefined ? null : (
          <Link href={`/units/${plate}/trends`} className="inline-grid min-h-[48px] content-center">
            <Plate>{plate}</Plate>
          </Link>
        )}
        <h3 className="text-[20px] leading-snug font-bold">{title}</h3>
        {changed === "" ? (
          <p className="text-ink2">{t("trends.steady")}</p>
        ) : (
          <p className="mt-1">{changed}</p>
        )}
        {ahead === "" ? null : <p className="mt-1 font-bold">{ahead}</p>}
        {followed.repairedMs === undefined ? null : (
          <p className="mt-1 text-ink2">
            {t("trends.sinceRepair", { day: dayAndClock(followed.repairedMs, zone) })}
          </p>
        )}
        <Records
          zone={zone}
          title={t("trends.readings", { count: followed.readings.length })}
          records={[...followed.readings].reverse()}
          words={({ value }) => shown(t, value, followed.unit, measures)}
        />
      </div>
      <ReadingChart
        {...{ followed, zone, measures }}
        label={`${title}. ${changed} ${ahead}`}
        limitWords={
          followed.limit === undefined
            ? ""
            : t("trends.limit", { limit: shown(t, followed.limit, followed.unit, measures) })
        }
      />
    </li>
  );
}

/** Something that has to be filled up more often, with the walks on which it was. */
export function FilledUp({
  fillUps,
  plate,
  ...words
}: Omit<Shown, "measures"> & { fillUps: FillUps; plate?: string }) {
  const { t } = words;
  return (
    <li className="border-b-2 border-line py-4">
      {plate === undefined ? null : (
        <Link href={`/units/${plate}/trends`} className="inline-grid min-h-[48px] content-center">
          <Plate>{plate}</Plate>
        </Link>
      )}
      <h3 className="text-[20px] leading-snug font-bold">{t(`part.${fillUps.part}`)}</h3>
      <p className="mt-1">{fillUpWords(words, fillUps)}</p>
      <p className="mt-1 font-bold">{t("trends.goesSomewhere")}</p>
      <Records
        zone={words.zone}
        title={t("trends.records", { count: fillUps.records.length })}
        records={fillUps.records}
        words={() => ""}
      />
    </li>
  );
}

/** What changes on the units of a yard: what will meet its limit first comes first. */
export function Changing({ units, ...words }: Shown & { units: readonly UnitTrends[] }) {
  const { t } = words;
  const changed = units
    .flatMap(({ plate, followed }) =>
      followed.filter(({ change }) => change !== undefined).map((one) => ({ plate, followed: one })),
    )
    .sort((a, b) => (a.followed.meetsMs ?? Number.MAX_VALUE) - (b.followed.meetsMs ?? Number.MAX_VALUE));
  const filled = units.flatMap(({ plate, fillUps }) => fillUps.map((one) => ({ plate, fillUps: one })));
  if (changed.length + filled.length === 0) return <p className="mt-2">{t("trends.nothing")}</p>;
  return (
    <ul>
      {filled.map(({ plate, fillUps }) => (
        <FilledUp key={`${plate} ${fillUps.upkeep} ${fillUps.part}`} {...{ plate, fillUps, ...words }} />
      ))}
      {changed.map(({ plate, followed }) => (
        <FollowedReading key={`${plate} ${followed.check}`} {...{ plate, followed, ...words }} />
      ))}
    </ul>
  );
}

function Records<R extends { readonly id: string; readonly atMs: number }>({
  zone,
  title,
  records,
  words,
}: {
  zone: string;
  title: string;
  records: readonly R[];
  words: (one: R) => string;
}) {
  return (
    <details className="mt-1">
      <summary className="min-h-[48px] cursor-pointer py-3 underline">{title}</summary>
      <ul className="grid max-h-[240px] grid-cols-[repeat(auto-fill,minmax(190px,1fr))] gap-x-4 overflow-y-auto">
        {records.map((one) => (
          <li key={one.id}>
            <Link href={`/records/${one.id}`} className="grid min-h-[48px] content-center underline">
              {`${dayAndClock(one.atMs, zone)} ${words(one)}`}
            </Link>
          </li>
        ))}
      </ul>
    </details>
  );
}
