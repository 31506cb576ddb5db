import { useTranslations } from "next-intl";
import { Mark } from "@/kit/mark";
import { Glyph, Plate } from "@/kit/plate";
import { dayAndClock } from "../states";

export interface VerifiedEntry {
  readonly hash: string;
  readonly plate: string;
  readonly position: number;
  readonly count: number;
  readonly recordedAtMs: number;
  readonly broken: string | undefined;
}

/** What a printed code opens: whether the entry is as it was signed. */
export function VerifyView({ entry }: { entry: VerifiedEntry | undefined }) {
  const t = useTranslations();
  if (entry === undefined) {
    return (
      <main className="mx-auto max-w-2xl p-6">
        <Glyph />
        <h1 className="mt-4 text-[30px] leading-tight font-bold">{t("verify.unknown")}</h1>
        <p className="mt-2">{t("verify.unknownHelp")}</p>
      </main>
    );
  }
  const { broken } = entry;
  return (
    <main className="mx-auto max-w-2xl p-6">
      <Glyph />
      <p className="mt-4 text-ink2">{t("verify.title")}</p>
      <h1 className="mt-1 text-[30px] leading-tight font-bold">
        <Mark kind={broken === undefined ? "fine" : "tag_out"}>
          {broken === undefined ? t("verify.holds") : t("verify.broken")}
        </Mark>
      </h1>
      <p className="mt-2">{broken ?? t("verify.holdsHelp")}</p>
      <dl className="mt-5 grid grid-cols-[auto_1fr] items-center gap-x-6 gap-y-3">
        <dt className="text-ink2">{t("verify.unit")}</dt>
        <dd>
          <Plate>{entry.plate}</Plate>
        </dd>
        <dt className="text-ink2">{t("verify.when")}</dt>
        <dd>
          {dayAndClock(entry.recordedAtMs, "UTC")} UTC.{" "}
          {t("verify.entry", { position: entry.position, count: entry.count })}
        </dd>
        <dt className="text-ink2">{t("verify.hash")}</dt>
        <dd className="break-all">{entry.hash}</dd>
      </dl>
      <p className="mt-6 border-l-[3px] border-ink3 pl-3 text-ink2">{t("verify.cannot")}</p>
    </main>
  );
}
