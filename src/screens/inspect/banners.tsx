"use client";
import { useTranslations } from "next-intl";
import { Button } from "@/kit/button";
import type { InspectModel } from "./model";

/** Over the whole walk: that the unit is tagged out, and what the server could not take. */
export function Banners({
  model,
  tags,
  quiet,
}: {
  model: InspectModel;
  tags: readonly string[];
  /** The tag-out fills the screen by itself. */
  quiet: boolean;
}) {
  const t = useTranslations();
  const unmade = model.plan.incomplete.filter(({ reason }) => reason.why === "held").length;
  return (
    <>
      {!quiet && (model.held || tags.length > 0) ? (
        <div role="status">
          <div className="hatched h-3.5" />
          <p className="border-b-2 border-tag bg-tag2 px-5 py-1.5 font-semibold text-tag">
            {t("inspect.held", { numbers: tags.length === 0 ? "none" : tags.join(", ") })}{" "}
            {unmade > 0 ? t("plan.heldRest", { count: unmade }) : ""}
          </p>
        </div>
      ) : null}
      {model.state.unkept ? (
        <p role="alert" className="border-b-2 border-tag bg-tag2 px-5 py-2 font-bold text-tag">
          {t("inspect.unkept")}
        </p>
      ) : null}
      {model.state.held.map((held) => (
        <div
          key={held.id}
          role="alert"
          className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b-2 border-ink px-5 py-1.5"
        >
          <p className="flex-1 font-semibold">
            {t("inspect.notTaken")} {held.problem}
          </p>
          {held.withdrawn ? (
            <span className="text-ink2">{t("inspect.withdrawn")}</span>
          ) : (
            <Button look="small" onClick={() => void model.dispatch({ act: "withdraw", event: held.id })}>
              {t("inspect.withdraw")}
            </Button>
          )}
        </div>
      ))}
    </>
  );
}
