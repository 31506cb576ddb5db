import { useTranslations } from "next-intl";
import type { RetestRow } from "@/contract/shift";
import { Link } from "@/kit/link";
import { Plate } from "@/kit/plate";
import { clock } from "../states";

/** Units that wait for their re-test, each with who makes it when: they come back only through it, and a release by another. */
export function Retests({ retests, zone }: { retests: readonly RetestRow[]; zone: string }) {
  const t = useTranslations("shift.plan");
  if (retests.length === 0) return null;
  return (
    <ul aria-label={t("retests")}>
      {retests.map(({ tagId, number, plate, slot }) => (
        <li
          key={tagId}
          className="flex min-h-[60px] flex-wrap items-center gap-x-4 border-b border-line px-4 py-1.5 md:px-5"
        >
          <Plate>{plate}</Plate>
          <span className="flex-1 leading-snug">
            <b>{t("retestOf", { number })}</b>
            <span className="block text-ink2">
              {slot === undefined
                ? t("retestNobody")
                : t("retestBy", {
                    name: slot.person,
                    time: `${clock(slot.startMs, zone)}–${clock(slot.endMs, zone)}`,
                  })}
            </span>
          </span>
          <Link href={`/tags/${tagId}`} className="inline-grid min-h-[48px] content-center underline">
            {t("retestOpen", { number })}
          </Link>
        </li>
      ))}
    </ul>
  );
}
