import { useTranslations } from "next-intl";
import type { PastShown } from "@/contract/past";
import { buttonLook } from "@/kit/button";
import { Link } from "@/kit/link";
import { Plate } from "@/kit/plate";
import type { T } from "../inspect/words";
import { Import } from "./import";
import { originWords, pastWords, readWords } from "./words";

/** Records from before the app and from paper, each marked as what it is; an owner takes more from a file. */
export function PastView({
  records,
  plate,
  older,
  mayImport,
  today,
  measures,
  zone,
}: {
  records: readonly PastShown[];
  /** The unit whose they are, where it is one. */
  plate: string | undefined;
  /** Where the next page is. */
  older: string | undefined;
  mayImport: boolean;
  today: string;
  measures: "metric" | "imperial";
  zone: string;
}) {
  const t = useTranslations() as unknown as T;
  return (
    <div className="p-4 md:p-6">
      <h1 className="text-[28px] leading-none font-bold">{t("past.title")}</h1>
      <p className="mt-2 max-w-[80ch] text-ink2">{t("past.lead")}</p>
      {plate === undefined ? null : (
        <p className="mt-2 flex flex-wrap items-center gap-4">
          <b>{t("past.of", { plate })}</b>
          <Link href="/records/past" className="inline-grid min-h-[48px] place-items-center underline">
            {t("past.all")}
          </Link>
        </p>
      )}
      {mayImport && plate === undefined ? <Import today={today} /> : null}
      {records.length === 0 ? <p className="mt-4 text-ink2">{t("past.none")}</p> : null}
      <ul className="mt-4">
        {records.map((one) => (
          <li
            key={one.id}
            className="grid items-center gap-x-4 gap-y-1 border-b border-line py-2 md:grid-cols-[110px_1fr_auto]"
          >
            <Link
              href={`/units/${encodeURIComponent(one.plate)}`}
              className="grid min-h-[48px] content-center justify-items-start"
            >
              <Plate>{one.plate}</Plate>
            </Link>
            <span className="leading-snug">
              <b>{pastWords(t, one, zone)}</b>
              {one.note === "" ? null : <span className="block whitespace-pre-line">{one.note}</span>}
              {one.readings.length === 0 ? null : (
                <span className="block">{readWords(t, one, measures)}</span>
              )}
              <span className="block text-ink2">{originWords(t, one, zone)}</span>
            </span>
            {/* No mark of a grade: nothing follows from it. */}
            <b>{t(`past.outcome.${one.outcome}`)}</b>
          </li>
        ))}
      </ul>
      {older === undefined ? null : (
        <Link href={older} className={`${buttonLook("small")} mt-4`}>
          {t("past.older")}
        </Link>
      )}
    </div>
  );
}
