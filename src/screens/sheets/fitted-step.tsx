import { useTranslations } from "next-intl";
import { guardsChecks } from "@/core/catalogue/weakened";
import type { Sheet } from "@/core/sheet/sheet";
import { type FeatureId, featuresOf } from "@/core/vocabulary/features";
import { OneOf, TextField } from "@/kit/field";
import { withFeature } from "./draft";
import type { StepProps } from "./step";

type Fit = "fitted" | "unknown" | "not_fitted";

/** What is fitted: only what the family can have. Not fitted on a safety test asks for the page and a second person. */
export function FittedStep({
  sheet,
  readOnly,
  waiting,
  onChange,
}: StepProps & { waiting: readonly FeatureId[] }) {
  const t = useTranslations();
  return (
    <ul className="grid gap-x-8 xl:grid-cols-2">
      {featuresOf(sheet.family).map((id) => {
        const entry = sheet.features[id];
        const fit = entry?.fit ?? "unknown";
        const safety = guardsChecks(sheet, id);
        return (
          <li key={id} className="border-b border-line py-1.5">
            <div className="flex flex-wrap items-center justify-between gap-2">
              <span className="min-w-[190px] flex-1 leading-tight">
                <b>{t(`feature.${id}`)}</b>
                {safety ? <span className="block text-[16px] text-ink2">{t("sheets.safety")}</span> : null}
              </span>
              <OneOf<Fit>
                legend={t(`feature.${id}`)}
                value={fit}
                disabled={readOnly}
                options={(["fitted", "unknown", "not_fitted"] as const).map((f) => [f, t(`sheets.fit.${f}`)])}
                onChange={(f) => onChange(withFeature(sheet, id, { fit: f }))}
              />
            </div>
            {fit === "not_fitted" && safety ? (
              <PageOf id={id} sheet={sheet} readOnly={readOnly} onChange={onChange} />
            ) : null}
            {waiting.includes(id) ? (
              <p className="mt-1 font-semibold">{t("sheets.waiting", { count: 1 })}</p>
            ) : null}
          </li>
        );
      })}
    </ul>
  );
}

function PageOf({ id, sheet, readOnly, onChange }: StepProps & { id: FeatureId }) {
  const t = useTranslations();
  const entry: Sheet["features"][FeatureId] = sheet.features[id];
  if (entry?.fit !== "not_fitted") return null;
  if (entry.enteredBy !== undefined && entry.confirmedBy !== undefined) {
    return (
      <p className="text-ink2">
        {t("sheets.confirmedBy", {
          page: entry.manualPage ?? "",
          first: entry.enteredBy,
          second: entry.confirmedBy,
        })}
      </p>
    );
  }
  return (
    <label className="mt-1.5 grid gap-1 border-l-4 border-ink pl-3">
      <span>{t("sheets.secondPerson")}</span>
      <TextField
        value={entry.manualPage ?? ""}
        disabled={readOnly}
        placeholder={t("sheets.page")}
        aria-label={`${t(`feature.${id}`)}: ${t("sheets.page")}`}
        className="max-w-[180px]"
        onChange={(event) =>
          onChange(withFeature(sheet, id, { fit: "not_fitted", manualPage: event.target.value || undefined }))
        }
      />
    </label>
  );
}
