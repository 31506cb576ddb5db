import { useTranslations } from "next-intl";
import { WeekSquare } from "@/kit/weeks";

const marks = ["overdue", "due", "may", "planned"] as const;

/** What the squares of a strip of weeks stand for. */
export function WeeksKey() {
  const t = useTranslations();
  return (
    <ul className="mt-3 flex flex-wrap gap-x-6 gap-y-1 text-ink2">
      {marks.map((mark) => (
        <li key={mark} className="flex items-center gap-2">
          <WeekSquare mark={mark} />
          {t(`clocks.week.${mark}`)}
        </li>
      ))}
    </ul>
  );
}
