import { useTranslations } from "next-intl";
import { gradeOfGiven } from "@/core/grade/answers";
import type { Finding } from "@/core/grade/assess";
import type { Stretch } from "@/core/record/by-stop";
import type { Reduction } from "@/core/record/reduce";
import type { Sheet } from "@/core/sheet/sheet";
import { Mark } from "@/kit/mark";
import { partsOfKey, titleOfId } from "../inspect/words";
import { giverName, howWords, type RecordT, readingWords, spanWords } from "./words";

/** Every check of a record in the order it was walked, by stop: when, what was read against which limit, and who gave it. */
export function Stretches({
  stretches,
  reduction,
  findings,
  people,
  sheet,
  measures,
  zone,
}: {
  stretches: readonly Stretch[];
  reduction: Reduction;
  findings: readonly Finding[];
  /** Who was on it, who began it first; empty for one person. */
  people: readonly { readonly id: string; readonly name: string }[];
  /** The sheet it was walked by, where that is still kept. */
  sheet: Sheet | undefined;
  measures: "metric" | "imperial";
  zone: string;
}) {
  const t = useTranslations() as unknown as RecordT;
  const found = new Map(findings.map((finding) => [finding.eventId, finding]));
  return stretches.map((stretch, i) => (
    <section key={`${stretch.stop} ${stretch.fromMs}`} className="mt-3">
      <h3 className="flex justify-between gap-4 border-b-[2.5px] border-ink font-bold">
        <span>
          {i + 1}. {t(`stop.${stretch.stop}`)}
        </span>
        <span className="font-normal text-ink2">{spanWords(stretch, zone)}</span>
      </h3>
      <ul>
        {stretch.given.map((given) => {
          const kind = gradeOfGiven(given, found.get(given.id));
          const { value, limit } = readingWords(t, given, sheet, measures);
          const name = giverName(given, people);
          const how = howWords(t, given, reduction, measures);
          return (
            <li key={given.id} className="grid grid-cols-[1fr_auto] gap-x-4 border-b border-line py-1.5">
              <span className="leading-snug">
                {titleOfId(t, partsOfKey(given.check).id)}
                {value === "" ? null : <b className="ml-2 whitespace-nowrap">{value}</b>}
                {limit === "" ? null : <span className="ml-2 text-ink2">{limit}</span>}
                {name === undefined ? null : <span className="text-ink2">, {name}</span>}
                {how === "" ? null : <span className="block text-ink2">{how}</span>}
              </span>
              <Mark kind={kind}>{t(`grade.${kind}`)}</Mark>
            </li>
          );
        })}
      </ul>
    </section>
  ));
}
