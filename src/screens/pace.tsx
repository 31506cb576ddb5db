import { useTranslations } from "next-intl";
import type { InspectionEvent } from "@/core/record/events";
import { quickerThanPossible } from "@/core/underway/pace";
import { titleOfKey } from "./inspect/words";

const shown = 6;

/** What was answered in less time than it can be made in, said to whoever did it and, in the record, to their supervisor. */
export function Pace({ events, by }: { events: readonly InspectionEvent[]; by: "self" | "record" }) {
  const t = useTranslations();
  const quick = quickerThanPossible(events);
  if (quick.length === 0) return null;
  const titles = quick.slice(0, shown).map((key) => titleOfKey(t, key));
  return (
    <div className="mt-3 border-2 border-l-[8px] border-ink px-3 py-2">
      <p className="font-semibold">{t(`pace.${by}`, { count: quick.length })}</p>
      <p className="text-ink2">
        {titles.join("; ")}
        {quick.length > shown ? `; ${t("pace.more", { count: quick.length - shown })}` : ""}.
      </p>
    </div>
  );
}
