import { useTranslations } from "next-intl";
import { gradeOfGiven, lastGiven } from "@/core/grade/answers";
import type { Finding } from "@/core/grade/assess";
import { byStop } from "@/core/record/by-stop";
import type { InspectionEvent } from "@/core/record/events";
import { reduce } from "@/core/record/reduce";
import type { Sheet } from "@/core/sheet/sheet";
import { Mark } from "@/kit/mark";
import { partsOfKey, type T, titleOfId } from "../inspect/words";
import { clock } from "../states";
import { HowAnswered } from "./how-answered";
import { giverName, readingWords } from "./words";

/** Every check of a record in the order it was walked, by stop: when, what was read against which limit, and who gave it. */
export function Stretches({
  events,
  findings,
  people,
  sheet,
  measures,
  zone,
}: {
  events: readonly InspectionEvent[];
  /** By the event that found each. */
  findings: ReadonlyMap<string, Finding>;
  /** Who was on it, who began it first; empty for one person. */
  people: readonly { readonly id: string; readonly name: string }[];
  /** The sheet it was walked by, where that is still kept. */
  sheet: Sheet | undefined;
  measures: "metric" | "imperial";
  zone: string;
}) {
  const t = useTranslations() as unknown as T;
  const reduction = reduce(events);
  return byStop(lastGiven(events)).map(({ stop, given, fromMs, toMs }, i) => (
    <section key={`${stop} ${given[0]?.id}`} className="mt-3">
      <h3 className="flex justify-between gap-4 border-b-[2.5px] border-ink font-bold">
        <span>
          {i + 1}. {t(`stop.${stop}`)}
        </span>
        <span className="font-normal text-ink2">
          {clock(fromMs, zone)}
          {clock(toMs, zone) === clock(fromMs, zone) ? "" : ` – ${clock(toMs, zone)}`}
        </span>
      </h3>
      <ul>
        {given.map((event) => {
          const kind = gradeOfGiven(event, findings.get(event.id));
          const { value, limit } = readingWords(t, event, sheet, measures);
          const name = giverName(event, people);
          return (
            <li key={event.id} className="grid grid-cols-[1fr_auto] gap-x-4 border-b border-line py-1.5">
              <span className="leading-snug">
                {titleOfId(t, partsOfKey(event.check).id)}
                {value === "" ? null : <b className="ml-2 whitespace-nowrap">{value}</b>}
                {limit === "" ? null : <span className="ml-2 text-ink2">{limit}</span>}
                {name === undefined ? null : <span className="text-ink2">, {name}</span>}
                <HowAnswered given={event} reduction={reduction} measures={measures} />
                {event.type === "skipped" ? <span className="block text-ink2">{event.reason}</span> : null}
              </span>
              <Mark kind={kind}>{t(`grade.${kind}`)}</Mark>
            </li>
          );
        })}
      </ul>
    </section>
  ));
}
