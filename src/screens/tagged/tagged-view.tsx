import { useTranslations } from "next-intl";
import type { Family } from "@/core/vocabulary/families";
import { buttonLook } from "@/kit/button";
import { Further } from "@/kit/further";
import { Link } from "@/kit/link";
import { Plate } from "@/kit/plate";
import { dayAndClock, tagReason } from "../states";

export interface TaggedRow {
  readonly id: string;
  readonly number: string;
  readonly plate: string;
  readonly family: Family;
  readonly reason: string;
  readonly note: string | null;
  readonly by: string;
  readonly raisedAtMs: number;
  readonly waits: "repair" | "retest" | "release" | "nothing";
}

/** What stands, since when, why, and what blocks. */
export function TaggedView({
  tags,
  zone,
  next,
}: {
  tags: readonly TaggedRow[];
  zone: string;
  /** The address of the next page. */
  next?: string;
}) {
  const t = useTranslations();
  return (
    <div>
      <h1 className="px-4 pt-4 pb-3 text-[28px] leading-none font-bold md:px-5">{t("tagged.title")}</h1>
      {tags.length === 0 ? <p className="px-5 py-4">{t("tagged.none")}</p> : null}
      <ul>
        {tags.map((tag) => (
          <li key={tag.id} className="border-b-2 border-line">
            <div className="hatched h-3.5" aria-hidden="true" />
            <div className="grid items-center gap-x-6 gap-y-2 px-4 py-4 md:grid-cols-[minmax(130px,170px)_1fr_300px_auto] md:px-5">
              <span>
                <Plate size="large">{tag.plate}</Plate>
              </span>
              <div className="leading-snug">
                <p className="text-[20px] font-bold">{tagReason(t, tag.reason)}</p>
                {tag.note === null ? null : <p>“{tag.note}”</p>}
                <p className="text-ink2">
                  {tag.number}, {t("tagged.since", { time: dayAndClock(tag.raisedAtMs, zone) })},{" "}
                  {t("tagged.by", { name: tag.by })}
                </p>
              </div>
              <p className="font-semibold">
                {tag.waits === "nothing" ? t("tagged.released") : t(`tagged.blocks.${tag.waits}`)}
              </p>
              <Link
                href={`/tags/${tag.id}`}
                className={buttonLook("small")}
                aria-label={`${t("tagged.open")} ${tag.number}`}
              >
                {t("tagged.open")}
              </Link>
            </div>
          </li>
        ))}
      </ul>
      <div className="px-4 md:px-5">
        <Further next={next}>{t("tagged.further")}</Further>
      </div>
    </div>
  );
}
