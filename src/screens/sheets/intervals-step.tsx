import { useTranslations } from "next-intl";
import { intervalRule, mayHaveInterval } from "@/core/catalogue/interval";
import type { CheckDefinition } from "@/core/catalogue/types";
import { longestInterval, type SheetInterval } from "@/core/sheet/sheet";
import { TextField } from "@/kit/field";
import { titleOfId } from "../inspect/words";
import { ShorterWalk } from "../proof/shorter-walk";
import { withEntry } from "./draft";
import type { StepProps } from "./step";

/** How long each check stays proven by the manual, for those that may; and what a walk without them would not show. */
export function IntervalsStep({ sheet, readOnly, onChange }: StepProps) {
  const t = useTranslations();
  const set = Object.keys(sheet.intervals ?? {}).length > 0;
  return (
    <div>
      <p className="max-w-[76ch] pb-2">{t("sheets.intervalsLead")}</p>
      {set ? (
        <div className="my-2 border-[2.5px] border-ink p-3">
          <ShorterWalk sheet={sheet} />
        </div>
      ) : null}
      <div aria-hidden="true" className="flex items-end gap-2 border-b-2 border-ink leading-tight">
        <span className="min-w-[200px] flex-1" />
        {[t("sheets.days"), t("sheets.machineHours"), t("sheets.page")].map((words) => (
          <span key={words} className="w-[96px]">
            {words}
          </span>
        ))}
      </div>
      <ul>
        {mayHaveInterval(sheet).map((definition) => (
          <IntervalRow
            key={definition.id}
            definition={definition}
            interval={sheet.intervals?.[definition.id]}
            readOnly={readOnly}
            onChange={(interval) => onChange(withEntry(sheet, "intervals", definition.id, interval))}
          />
        ))}
      </ul>
    </div>
  );
}

function IntervalRow({
  definition,
  interval,
  readOnly,
  onChange,
}: {
  definition: CheckDefinition;
  interval: SheetInterval | undefined;
  readOnly: boolean;
  onChange: (interval: SheetInterval | undefined) => void;
}) {
  const t = useTranslations();
  const words = titleOfId(t, definition.id);
  const { page = "", days, hours } = interval ?? {};
  const spans = { days, hours };
  const set = (change: Partial<SheetInterval>) => {
    const next = { ...spans, page, ...change };
    const none = next.days === undefined && next.hours === undefined && next.page === "";
    onChange(none ? undefined : next);
  };
  const span = (unit: "days" | "hours", label: string) => (
    <TextField
      type="number"
      min={1}
      max={longestInterval[unit]}
      className="max-w-[96px] text-right"
      aria-label={`${words}: ${label}`}
      value={spans[unit] ?? ""}
      disabled={readOnly}
      onChange={({ target }) => set({ [unit]: target.value === "" ? undefined : Number(target.value) })}
    />
  );
  return (
    <li className="flex flex-wrap items-center gap-2 border-b border-line py-1">
      <span className="min-w-[200px] flex-1 leading-tight">
        <b>{words}</b>
        <span className="block text-ink2">
          {interval === undefined
            ? t("sheets.eachTime")
            : spans.days === undefined && spans.hours === undefined
              ? t("sheets.afterEvent")
              : null}
          {intervalRule(definition) === "two_people"
            ? `${interval === undefined ? ". " : ""}${t("sheets.twoPeople")}`
            : null}
        </span>
      </span>
      {span("days", t("sheets.days"))}
      {span("hours", t("sheets.machineHours"))}
      <TextField
        className="max-w-[96px]"
        aria-label={`${words}: ${t("sheets.page")}`}
        value={page}
        disabled={readOnly}
        onChange={({ target }) => set({ page: target.value })}
      />
    </li>
  );
}
