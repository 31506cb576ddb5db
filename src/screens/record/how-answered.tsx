import { useTranslations } from "next-intl";
import { inputsOfWay, isMadeOnWay } from "@/core/measure/made-on";
import { timedPart, timedPartInputs } from "@/core/measure/pump-duty";
import type { Given, Reduction } from "@/core/record/reduce";
import { shown } from "../inspect/words";

/** How an answer came about: what was checked before, which of it was the reason, and what the test was made on. */
export function HowAnswered({
  given,
  reduction: { lookedInto, madeOn },
  measures,
}: {
  given: Given;
  reduction: Pick<Reduction, "lookedInto" | "madeOn">;
  measures: "metric" | "imperial";
}) {
  const t = useTranslations();
  const result = given.type === "answered" ? given.result : undefined;
  const cause = result?.kind === "fine" ? result.cause : undefined;
  const said = result?.kind === "condition" ? result.ruledOut : undefined;
  const checked = said ?? [...(lookedInto.get(given.check) ?? [])];
  const on = madeOn.get(given.check);
  const timed = on?.method === timedPart ? timedPartInputs : undefined;
  const read = on !== undefined && isMadeOnWay(on.method) ? inputsOfWay(on.method) : timed;
  const words = [
    ...(cause === undefined ? [] : [t("record.cause", { cause: interlock(t, cause) })]),
    ...(checked.length === 0
      ? []
      : [t("record.lookedInto", { causes: checked.map((id) => interlock(t, id)).join("; ") })]),
    ...(on === undefined || read === undefined
      ? []
      : [
          t(timed === undefined ? "record.madeOn" : "record.timed", {
            way: timed === undefined ? t(`madeOn.way.${on.method}`).toLowerCase() : "",
            read: read
              .map(({ id, unit }) => shown(t, on.inputs[id] ?? Number.NaN, unit, measures))
              .join(", "),
          }),
        ]),
  ];
  return words.length === 0 ? null : <span className="block text-ink2">{words.join(" ")}</span>;
}

/** An interlock of this catalogue in words; of an older one by its name. */
const interlock = (t: ReturnType<typeof useTranslations>, id: string): string =>
  t.has(`interlock.${id}`) ? t(`interlock.${id}`) : id;
