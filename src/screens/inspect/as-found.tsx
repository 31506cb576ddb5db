"use client";
import { useTranslations } from "next-intl";
import { useState } from "react";
import { canBeFound, type FoundKind, foundKinds } from "@/core/plan/found";
import { said } from "@/core/underway/circumstances";
import { type FullEnding, fullEndings } from "@/core/vocabulary/endings";
import { Button } from "@/kit/button";
import { Dialog } from "@/kit/dialog";
import { reasonWords, touchWords } from "../plan/words";
import type { InspectModel } from "./model";
import { checkTitle, type T, titleOfKey } from "./words";

/**
 * Before the walk: how the machine was found, who and what is there, and what therefore cannot be checked. Asked, until
 * somebody has said so.
 */
export function AsFound({ model }: { model: InspectModel }) {
  const t = useTranslations() as unknown as T;
  const [asking, setAsking] = useState(false);
  const { circumstances, plan } = model;
  const { kinds, atHand } = circumstances;
  const parts = [
    kinds.map((kind) => t(`plan.found.${kind}`)).join(", "),
    t("plan.people", { count: atHand.people }),
    atHand.missing.length === 0
      ? t("plan.allAtHand")
      : t("plan.without", { things: atHand.missing.map((thing) => t(`carry.${thing}`)).join(", ") }),
    ...(model.facts.scope === "full" ? [t(`plan.ending.${circumstances.ending}`)] : []),
  ];
  const { told } = circumstances;
  const likeThis = () =>
    void model.dispatch({
      act: "changed",
      steps: [said.found(kinds), said.people(atHand.people), said.missing(atHand.missing)],
    });
  return (
    <div
      className={`mt-2 border-2 px-3 py-2 ${told ? "border-ink" : "border-ink border-l-[8px] border-l-brass"}`}
    >
      <div className="flex flex-wrap items-center justify-between gap-3">
        <p className="min-w-[200px] flex-1">
          <b>{told ? t("plan.foundTitle") : t("plan.ask")}</b> {parts.join(". ")}.
        </p>
        {told ? null : (
          <Button look="small" className="border-brass! bg-brass! text-brassink!" onClick={likeThis}>
            {t("plan.likeThis")}
          </Button>
        )}
        <Button look="small" className="shrink-0" onClick={() => setAsking(true)}>
          {t("plan.change")}
        </Button>
      </div>
      <WhyTheseChecks model={model} />
      <CannotBe model={model} />
      <NotAsked model={model} />
      {asking ? <Ask model={model} onClose={() => setAsking(false)} /> : null}
      <p className="sr-only" role="status">
        {t("plan.stepsNow", { count: plan.checks.length })}
      </p>
    </div>
  );
}

/** In a re-test: each reason, with what it brings into the plan. */
function WhyTheseChecks({ model }: { model: InspectModel }) {
  const t = useTranslations() as unknown as T;
  if (model.why.size === 0) return null;
  const reasons = new Map<string, Set<string>>();
  for (const check of model.plan.due) {
    for (const touch of model.why.get(check.key) ?? []) {
      const words = touchWords(t, touch);
      reasons.set(words, (reasons.get(words) ?? new Set()).add(checkTitle(t, check)));
    }
  }
  return (
    <div className="mt-2 border-t border-line pt-2">
      <p className="font-semibold">{t("plan.whyThese")}</p>
      <ul className="mt-1">
        {[...reasons].map(([reason, titles]) => (
          <li key={reason} className="text-ink2">
            <b className="text-ink">{reason}:</b> {[...titles].slice(0, 5).join(", ")}
            {titles.size > 5 ? `, ${t("plan.more", { count: titles.size - 5 })}` : ""}
          </li>
        ))}
      </ul>
    </div>
  );
}

/** What stays incomplete this time, by reason, said before anybody starts. */
function CannotBe({ model }: { model: InspectModel }) {
  const t = useTranslations() as unknown as T;
  const { incomplete } = model.plan;
  if (incomplete.length === 0) return null;
  const reasons = new Map<string, string[]>();
  for (const { check, reason } of incomplete) {
    const words = reasonWords(t, reason);
    reasons.set(words, [...(reasons.get(words) ?? []), checkTitle(t, check)]);
  }
  return (
    <div className="mt-2 border-t border-line pt-2">
      <p className="font-semibold">{t("plan.cannot", { count: incomplete.length })}</p>
      <ul className="mt-1">
        {[...reasons].map(([reason, titles]) => (
          <li key={reason} className="text-ink2">
            <b className="text-ink">{reason}:</b> {[...new Set(titles)].slice(0, 4).join(", ")}
            {new Set(titles).size > 4 ? `, ${t("plan.more", { count: new Set(titles).size - 4 })}` : ""}
          </li>
        ))}
      </ul>
    </div>
  );
}

/** What an earlier walk has proven and is still in date: not asked, and listed with the decision. */
function NotAsked({ model }: { model: InspectModel }) {
  const t = useTranslations() as unknown as T;
  const { borrowed } = model.assessment;
  if (borrowed.size === 0) return null;
  return (
    <p className="mt-2 border-t border-line pt-2">
      <b>{t("reason.borrowed", { detail: borrowed.size })}:</b>{" "}
      {[...borrowed.keys()]
        .slice(0, 4)
        .map((key) => titleOfKey(t, key))
        .join("; ")}
      {borrowed.size > 4 ? `, ${t("plan.more", { count: borrowed.size - 4 })}` : ""}
    </p>
  );
}

function Ask({ model, onClose }: { model: InspectModel; onClose: () => void }) {
  const t = useTranslations() as unknown as T;
  const { data, circumstances, reduction } = model;
  const [kinds, setKinds] = useState<readonly FoundKind[]>(circumstances.kinds);
  const [people, setPeople] = useState(circumstances.atHand.people);
  const [ending, setEnding] = useState<FullEnding>(circumstances.ending);
  const [missing, setMissing] = useState<readonly string[]>(circumstances.atHand.missing);
  const things = [...new Set(model.plan.due.flatMap((check) => check.definition.carry ?? []))].sort();
  const begun = reduction.given.size > 0;
  const toggleKind = (kind: FoundKind) => {
    if (kind === "stowed") return setKinds(["stowed"]);
    const others = kinds.filter((k) => k !== "stowed" && k !== kind && !excludes(kind, k));
    const next = kinds.includes(kind) ? others : [...others, kind];
    setKinds(next.length === 0 ? ["stowed"] : next);
  };
  return (
    <Dialog open onClose={onClose} title={t("plan.ask")}>
      <fieldset className="mt-3" disabled={begun}>
        <legend className="font-semibold">{t("plan.foundTitle")}</legend>
        {begun ? <p className="text-ink2">{t("plan.begun")}</p> : null}
        <div className="mt-1.5 flex flex-wrap gap-2">
          {foundKinds
            .filter((kind) => canBeFound(data.sheet, kind))
            .map((kind) => (
              <Choice key={kind} on={kinds.includes(kind)} onPick={() => toggleKind(kind)}>
                {t(`plan.found.${kind}`)}
              </Choice>
            ))}
        </div>
      </fieldset>
      <fieldset className="mt-4">
        <legend className="font-semibold">{t("plan.who")}</legend>
        <div className="mt-1.5 flex gap-2">
          {[1, 2].map((count) => (
            <Choice key={count} on={people === count} onPick={() => setPeople(count)}>
              {t("plan.people", { count })}
            </Choice>
          ))}
        </div>
      </fieldset>
      {things.length === 0 ? null : (
        <fieldset className="mt-4">
          <legend className="font-semibold">{t("plan.atHand")}</legend>
          <div className="mt-1.5 flex flex-wrap gap-2">
            {things.map((thing) => (
              <Choice
                key={thing}
                on={!missing.includes(thing)}
                onPick={() =>
                  setMissing(
                    missing.includes(thing) ? missing.filter((m) => m !== thing) : [...missing, thing],
                  )
                }
              >
                {t(`carry.${thing}`)}
              </Choice>
            ))}
          </div>
        </fieldset>
      )}
      {model.facts.scope === "full" ? (
        <fieldset className="mt-4">
          <legend className="font-semibold">{t("plan.leftFor")}</legend>
          <div className="mt-1.5 flex flex-wrap gap-2">
            {fullEndings.map((one) => (
              <Choice key={one} on={ending === one} onPick={() => setEnding(one)}>
                {t(`plan.ending.${one}`)}
              </Choice>
            ))}
          </div>
        </fieldset>
      ) : null}
      <div className="mt-5 flex justify-between">
        <Button look="small" onClick={onClose}>
          {t("inspect.cancel")}
        </Button>
        <Button
          look="small"
          className="border-brass! bg-brass! text-brassink!"
          onClick={() => {
            const steps = [
              ...(begun ? [] : [said.found(kinds)]),
              said.people(people),
              said.missing(missing),
              ...(ending === circumstances.ending ? [] : [said.ending(ending)]),
            ];
            void model.dispatch({ act: "changed", steps });
            onClose();
          }}
        >
          {t("plan.planSo")}
        </Button>
      </div>
    </Dialog>
  );
}

/** What is hitched stands neither raised nor on its legs. */
const excludes = (a: FoundKind, b: FoundKind): boolean =>
  (a === "hitched" && ["raised", "on_outriggers"].includes(b)) ||
  (b === "hitched" && ["raised", "on_outriggers"].includes(a));

function Choice({ on, onPick, children }: { on: boolean; onPick: () => void; children: React.ReactNode }) {
  return (
    <button
      type="button"
      aria-pressed={on}
      onClick={onPick}
      className={`min-h-[48px] border-2 px-3.5 font-semibold disabled:opacity-60 ${on ? "border-ink bg-ink text-chalk" : "border-ink3 border-dashed bg-chalk text-ink2"}`}
    >
      {on ? "✓ " : ""}
      {children}
    </button>
  );
}
