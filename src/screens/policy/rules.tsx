"use client";
import { useTranslations } from "next-intl";
import { useState } from "react";
import { conditionsOf, writtenChecks } from "@/core/catalogue/catalogue";
import { ownerGrades } from "@/core/vocabulary/grades";
import type { Policy } from "@/core/vocabulary/policy-form";
import { Button } from "@/kit/button";
import { SelectField } from "@/kit/field";
import { Field } from "../ask";
import { conditionWord } from "../inspect/words";
import { ruleWords } from "./differences";

type T = (key: string, values?: Record<string, string | number>) => string;

/** The owner's own grading rules: above the floor, which nothing here lowers. */
export function Rules({
  rules,
  mayChange,
  onChange,
}: {
  rules: Policy["rules"];
  mayChange: boolean;
  onChange: (rules: Policy["rules"]) => void;
}) {
  const t = useTranslations() as unknown as T;
  const [checkId, setCheckId] = useState(writtenChecks[0]?.id ?? "");
  const check = writtenChecks.find(({ id }) => id === checkId);
  // What is on the floor tags out whatever an owner says: no rule is offered for it.
  const conditions = Object.entries(check === undefined ? {} : conditionsOf(check))
    .filter(([, { floor }]) => floor === undefined)
    .map(([id]) => id);
  const [condition, setCondition] = useState("");
  const [grade, setGrade] = useState<(typeof ownerGrades)[number]>("repair_by");
  const picked = conditions.includes(condition) ? condition : conditions[0];
  const without = (key: string) => {
    const { [key]: _, ...rest } = rules;
    return rest;
  };
  return (
    <div className="sm:col-span-2">
      <h2 className="mt-3 text-[22px] font-bold">{t("policy.rules")}</h2>
      <p className="text-ink2">{t("policy.rulesLead")}</p>
      <ul>
        {Object.entries(rules).map(([key, own]) => (
          <li
            key={key}
            className="flex min-h-[52px] flex-wrap items-center justify-between gap-3 border-b border-line"
          >
            <span>
              {ruleWords(t, key)}: <b>{t(`grade.${own}`)}</b>
            </span>
            {mayChange ? (
              <Button
                look="small"
                aria-label={`${t("policy.removeRule")}: ${ruleWords(t, key)}`}
                onClick={() => onChange(without(key))}
              >
                {t("policy.removeRule")}
              </Button>
            ) : null}
          </li>
        ))}
      </ul>
      {mayChange ? (
        <details>
          <summary className="min-h-[48px] cursor-pointer py-3 font-semibold">{t("policy.addRule")}</summary>
          <div className="grid items-end gap-3 sm:grid-cols-2">
            <Field words={t("policy.check")}>
              <SelectField value={checkId} onChange={(event) => setCheckId(event.target.value)}>
                {writtenChecks.map(({ id }) => (
                  <option key={id} value={id}>
                    {t(`check.${id}.title`)}
                  </option>
                ))}
              </SelectField>
            </Field>
            <Field words={t("records.condition")}>
              <SelectField value={picked ?? ""} onChange={(event) => setCondition(event.target.value)}>
                {conditions.map((id) => (
                  <option key={id} value={id}>
                    {conditionWord(t, id)}
                  </option>
                ))}
              </SelectField>
            </Field>
            <Field words={t("records.grade")}>
              <SelectField value={grade} onChange={(event) => setGrade(event.target.value as typeof grade)}>
                {ownerGrades.map((id) => (
                  <option key={id} value={id}>
                    {t(`grade.${id}`)}
                  </option>
                ))}
              </SelectField>
            </Field>
            <Button
              look="small"
              disabled={picked === undefined}
              onClick={() => onChange({ ...rules, [`${checkId}/${picked}`]: grade })}
            >
              {t("policy.addRule")}
            </Button>
          </div>
        </details>
      ) : null}
    </div>
  );
}
