import { useTranslations } from "next-intl";
import { type LineRule, lineRulePresets } from "@/core/vocabulary/line-rule";
import { type WorkplaceRules, workplaceNumberIds, workplaceNumbers } from "@/core/vocabulary/workplace-rules";
import { SelectField, TextField } from "@/kit/field";
import { Field } from "../ask";

const shapes = ["stepped", "base_plus", "two_zones"] as const;

/** By what a site's surveys are worked out: how far power lines are kept off, and the figures where nobody has said. */
export function Workplace({
  rules,
  disabled,
  change,
}: {
  rules: WorkplaceRules;
  disabled: boolean;
  change: (rules: WorkplaceRules) => void;
}) {
  const t = useTranslations("policy");
  return (
    <section className="grid content-start items-end gap-3 sm:grid-cols-2">
      <h2 className="text-[22px] font-bold sm:col-span-2">{t("workplace")}</h2>
      <div className="sm:col-span-2">
        <Field words={t("matter.workplace.lines")} hint={t("linesConfirm")}>
          <SelectField
            value={rules.lines?.shape ?? ""}
            disabled={disabled}
            onChange={({ target }) => {
              const shape = shapes.find((one) => one === target.value);
              change({ ...rules, lines: shape === undefined ? undefined : copyOf(lineRulePresets[shape]) });
            }}
          >
            <option value="">{t("lineShape.unsaid")}</option>
            {shapes.map((shape) => (
              <option key={shape} value={shape}>
                {t(`lineShape.${shape}`)}
              </option>
            ))}
          </SelectField>
        </Field>
      </div>
      {rules.lines === undefined ? null : (
        <LineFigures rule={rules.lines} disabled={disabled} change={(lines) => change({ ...rules, lines })} />
      )}
      {workplaceNumberIds.map((id) => (
        <Field key={id} words={t(`matter.workplace.${id}`)}>
          <TextField
            type="number"
            min={workplaceNumbers[id].least}
            max={workplaceNumbers[id].most}
            step={workplaceNumbers[id].step}
            disabled={disabled}
            placeholder={`${workplaceNumbers[id].unsaid}`}
            value={rules[id] ?? ""}
            onChange={({ target }) =>
              change({ ...rules, [id]: target.value === "" ? undefined : Number(target.value) })
            }
          />
        </Field>
      ))}
    </section>
  );
}

const copyOf = (rule: LineRule): LineRule => JSON.parse(JSON.stringify(rule)) as LineRule;

/** The figures of one rule, each to be changed. */
function LineFigures({
  rule,
  disabled,
  change,
}: {
  rule: LineRule;
  disabled: boolean;
  change: (rule: LineRule) => void;
}) {
  const t = useTranslations("policy.lineFigure");
  const box = (words: string, value: number | undefined, set: (value: number) => void) => (
    <Field key={words} words={words}>
      <TextField
        type="number"
        step={0.05}
        min={0}
        disabled={disabled}
        value={value ?? ""}
        onChange={({ target }) => set(Number(target.value))}
      />
    </Field>
  );
  if (rule.shape === "stepped")
    return rule.steps.map((one, i) =>
      box(t("to", { kv: one.toKv }), one.distanceM, (distanceM) =>
        change({ ...rule, steps: rule.steps.map((other, j) => (j === i ? { ...other, distanceM } : other)) }),
      ),
    );
  if (rule.shape === "base_plus")
    return [
      box(t("base", { kv: rule.toKv }), rule.baseM, (baseM) => change({ ...rule, baseM })),
      box(t("plus", { kv: rule.perKv }), rule.plusM, (plusM) => change({ ...rule, plusM })),
    ];
  const { spotted } = rule;
  const other = spotted ?? { distributionM: rule.distributionM, transmissionM: rule.transmissionM };
  return [
    box(t("distribution", { kv: rule.distributionToKv }), rule.distributionM, (distributionM) =>
      change({ ...rule, distributionM }),
    ),
    box(t("transmission"), rule.transmissionM, (transmissionM) => change({ ...rule, transmissionM })),
    box(t("distributionSpotted"), spotted?.distributionM, (distributionM) =>
      change({ ...rule, spotted: { ...other, distributionM } }),
    ),
    box(t("transmissionSpotted"), spotted?.transmissionM, (transmissionM) =>
      change({ ...rule, spotted: { ...other, transmissionM } }),
    ),
  ];
}
