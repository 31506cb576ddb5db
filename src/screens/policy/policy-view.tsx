"use client";
import { useRouter } from "next/navigation";
import { useTranslations } from "next-intl";
import { useMemo, useState } from "react";
import { type Family, families } from "@/core/vocabulary/families";
import type { FamilyPolicy } from "@/core/vocabulary/policy";
import { chosenIn, policyChoiceIds, policyChoices } from "@/core/vocabulary/policy-choices";
import { policyDiff } from "@/core/vocabulary/policy-diff";
import { policyFor, withFamily } from "@/core/vocabulary/policy-for";
import { type Policy, policySchemaVersion } from "@/core/vocabulary/policy-form";
import { goneSayers, practiceIds, practiceOf, practices } from "@/core/vocabulary/practice";
import { upkeepIds } from "@/core/vocabulary/upkeep";
import { Button, buttonLook } from "@/kit/button";
import { CheckBox, withOne } from "@/kit/check-box";
import { SelectField, TextField } from "@/kit/field";
import { Problem } from "@/kit/problem";
import { Field } from "../ask";
import { FileButton } from "../file-button";
import type { PlannedModel } from "../plan/planning-view";
import { send } from "../send";
import { Differences } from "./differences";
import { History, type PolicyVersion } from "./history";
import { RoundCosts } from "./round-costs";
import { Rules } from "./rules";
import { ShorterWalks } from "./shorter-walks";
import { useDraft } from "./use-draft";
import { Workplace } from "./workplace";

const numbers = [
  ["longestWalkMin", 30, 720],
  ["repairWithinDays", 0, 60],
  ["topUpsAllowed", 1, 10],
  ["topUpWithinShifts", 1, 60],
] as const;

/** What holds where nothing is said of a family. */
const policyOfSite = ({ families: _, ...site }: Policy): Policy => site;

/** A site's policy: every matter of it, what a change would do before it is saved, and all it has been. */
export function PolicyView({
  siteId,
  policy: now,
  models,
  versions,
  zone,
  mayChange,
}: {
  siteId: string;
  policy: Policy;
  models: readonly PlannedModel[];
  versions: readonly PolicyVersion[];
  zone: string;
  mayChange: boolean;
}) {
  const t = useTranslations();
  const router = useRouter();
  const [draft, setDraft] = useDraft(siteId, now);
  const [holdsFrom, setHoldsFrom] = useState("");
  const [note, setNote] = useState("");
  const [problem, setProblem] = useState("");
  const [busy, setBusy] = useState(false);
  const differences = useMemo(() => policyDiff(now, draft), [now, draft]);
  const [family, setFamily] = useState<Family>();
  const shown = useMemo(() => (family === undefined ? draft : policyFor(draft, family)), [draft, family]);
  const change = (more: FamilyPolicy) =>
    setDraft((was) => (family === undefined ? { ...was, ...more } : withFamily(was, family, more)));
  const own = useMemo(() => policyDiff(policyOfSite(draft), shown), [draft, shown]);
  const practice = useMemo(() => practiceOf(shown), [shown]);
  const practiceNow = useMemo(
    () => practiceOf(family === undefined ? now : policyFor(now, family)),
    [now, family],
  );
  // A family that has orders of its own is asked about by its own.
  const counted = useMemo(
    () =>
      models.filter(({ sheet }) =>
        family === undefined ? draft.families?.[sheet.family] === undefined : sheet.family === family,
      ),
    [models, draft.families, family],
  );
  const save = async () => {
    setBusy(true);
    const answer = await send(`/api/sites/${encodeURIComponent(siteId)}/policies`, {
      ...{ policy: draft, note, holdsFrom: holdsFrom === "" ? null : holdsFrom },
    });
    setBusy(false);
    setProblem(answer.ok ? "" : answer.detail);
    if (!answer.ok) return;
    setNote("");
    setHoldsFrom("");
    router.refresh();
  };
  const take = async (file: File | undefined) => {
    if (file === undefined) return;
    try {
      const read = JSON.parse(await file.text()) as Policy;
      if (read.schema !== policySchemaVersion) throw new Error(t("policy.notOne"));
      setDraft({ ...now, ...read });
      setProblem("");
    } catch (error) {
      setProblem(error instanceof Error ? error.message : t("policy.notOne"));
    }
  };
  const pick = <Value extends string>(
    words: string,
    value: Value,
    values: readonly Value[],
    shown: (value: Value) => string,
    onPick: (value: Value) => void,
  ) => (
    <Field key={words} words={words}>
      <SelectField
        value={value}
        disabled={!mayChange}
        onChange={(event) => onPick(event.target.value as Value)}
      >
        {values.map((one) => (
          <option key={one} value={one}>
            {shown(one)}
          </option>
        ))}
      </SelectField>
    </Field>
  );
  const gone = shown.matterGone ?? { place: "supervisor" as const, watch: "supervisor" as const };
  return (
    <div className="p-4 md:p-6">
      <div className="flex flex-wrap items-center justify-between gap-3">
        <h1 className="text-[28px] leading-none font-bold">{t("policy.title")}</h1>
        <div className="flex flex-wrap gap-3">
          <a
            className={buttonLook("small")}
            download="policy.json"
            href={`data:application/json;charset=utf-8,${encodeURIComponent(JSON.stringify(draft, null, 2))}`}
          >
            {t("policy.export")}
          </a>
          {mayChange ? (
            <FileButton
              words={t("policy.import")}
              accept="application/json,.json"
              onPick={(file) => void take(file)}
            />
          ) : null}
        </div>
      </div>
      <p className="mt-2 max-w-[80ch] text-ink2">{t("policy.lead")}</p>
      <div className="mt-3 grid gap-x-10 gap-y-2 lg:grid-cols-2">
        <Field words={t("policy.for")}>
          <SelectField
            value={family ?? ""}
            onChange={({ target }) => setFamily(families.find((one) => one === target.value))}
          >
            <option value="">{t("policy.allFamilies")}</option>
            {families.map((one) => (
              <option key={one} value={one}>
                {t(`family.${one}`)}
                {draft.families?.[one] === undefined ? "" : ` (${t("policy.otherwise").toLowerCase()})`}
              </option>
            ))}
          </SelectField>
        </Field>
        {family === undefined ? null : (
          <div>
            <h2 className="font-bold">{t("policy.otherwise")}</h2>
            {own.length === 0 ? (
              <p className="text-ink2">{t("policy.asSite")}</p>
            ) : (
              <Differences differences={own} />
            )}
          </div>
        )}
      </div>
      <div className="mt-4 grid gap-x-10 gap-y-6 lg:grid-cols-2">
        <section className="grid content-start items-end gap-3 sm:grid-cols-2">
          <h2 className="text-[22px] font-bold sm:col-span-2">{t("policy.judging")}</h2>
          {policyChoiceIds.map((id) =>
            pick(
              t(`policy.matter.${id}`),
              chosenIn(shown, id),
              policyChoices[id].values as readonly string[],
              (v) => t(`policy.value.${v}`),
              (value) => change({ [id]: value } as FamilyPolicy),
            ),
          )}
          {(["place", "watch"] as const).map((kind) =>
            pick(
              t(`policy.matter.gone_${kind}`),
              gone[kind],
              goneSayers,
              (v) => t(`policy.value.${v}`),
              (value) => change({ matterGone: { ...gone, [kind]: value } }),
            ),
          )}
          {numbers.map(([id, least, most]) => (
            <Field key={id} words={t(`policy.matter.${id}`)}>
              <TextField
                type="number"
                min={least}
                max={most}
                disabled={!mayChange}
                value={shown[id] ?? 240}
                onChange={(event) => change({ [id]: Number(event.target.value) })}
              />
            </Field>
          ))}
          {shown.intervals === "as_the_manual" ? (
            <div className="sm:col-span-2">
              <ShorterWalks models={counted} practice={practice} />
            </div>
          ) : null}
          <Rules rules={shown.rules} mayChange={mayChange} onChange={(rules) => change({ rules })} />
        </section>
        <Workplace
          rules={shown.workplace ?? {}}
          disabled={!mayChange}
          change={(workplace) => change({ workplace })}
        />
        <section className="grid content-start items-end gap-3 sm:grid-cols-2">
          <h2 className="text-[22px] font-bold sm:col-span-2">{t("policy.orders")}</h2>
          {practiceIds.map((id) =>
            pick(
              t(`plan.practice.${id}`),
              practice[id] as string,
              practices[id] as readonly string[],
              (v) => t(`plan.practiceValue.${id}.${v}`),
              (value) => change({ [id]: value } as FamilyPolicy),
            ),
          )}
          <div className="sm:col-span-2">
            <RoundCosts models={counted} before={practiceNow} after={practice} />
          </div>
          <fieldset className="sm:col-span-2" disabled={!mayChange}>
            <legend className="mt-3 text-[22px] font-bold">{t("policy.upkeep")}</legend>
            <div className="grid sm:grid-cols-2">
              {upkeepIds.map((id) => (
                <CheckBox
                  key={id}
                  checked={shown.upkeep.includes(id)}
                  onCheck={(on) => change({ upkeep: [...withOne(shown.upkeep, id, on)] })}
                >
                  {t(`upkeep.${id}`)}
                </CheckBox>
              ))}
            </div>
          </fieldset>
        </section>
      </div>
      {mayChange && differences.length > 0 ? (
        <section className="mt-6 border-[2.5px] border-ink p-4">
          <h2 className="text-[22px] font-bold">{t("policy.effect")}</h2>
          <Differences differences={differences} />
          <p className="mt-2 text-ink2">{t("policy.kept")}</p>
          <p className="mt-2 font-semibold">{t("policy.askedAgain")}</p>
          <div className="mt-3 grid items-end gap-3 md:grid-cols-4">
            <Field words={t("policy.from")} hint={t("policy.fromHint")}>
              <TextField
                type="date"
                value={holdsFrom}
                onChange={(event) => setHoldsFrom(event.target.value)}
              />
            </Field>
            <Field words={t("policy.note")}>
              <TextField value={note} maxLength={400} onChange={(event) => setNote(event.target.value)} />
            </Field>
            <Button look="go" disabled={busy} onClick={() => void save()}>
              {t(holdsFrom === "" ? "policy.save" : "policy.saveLater")}
            </Button>
            <Button onClick={() => setDraft(now)}>{t("policy.reset")}</Button>
          </div>
        </section>
      ) : null}
      <Problem className="mt-3">{problem}</Problem>
      <History siteId={siteId} versions={versions} now={now} zone={zone} mayChange={mayChange} />
    </div>
  );
}
